<?php

declare(strict_types=1);

namespace App\Depots;

use App\Instances\Refusal;

/**
 * Where a depot is. Requests go only to addresses that a person added, and to a private or loopback one only if the
 * configuration names it, so that a depot cannot be used to reach into the machine or its network.
 */
final readonly class Address
{
    private function __construct(public string $url, private string $scheme, private string $host, private int $port)
    {
    }

    /** @throws Refusal that says what is wrong with it */
    public static function of(string $text): self
    {
        $text = trim($text);
        $parts = parse_url($text);
        $scheme = strtolower($parts['scheme'] ?? '');
        $host = strtolower(trim($parts['host'] ?? '', '[]'));
        if ($parts === false || ! in_array($scheme, ['http', 'https'], true) || $host === '' || preg_match('/[\x00-\x20\x7f<>"\\\\]/', $text) === 1) {
            throw Refusal::unusable('An address of a depot begins with https:// or http:// and a host, as in https://depot.example/mods.');
        }
        if (isset($parts['user']) || isset($parts['pass']) || isset($parts['query']) || isset($parts['fragment'])) {
            throw Refusal::unusable('An address of a depot has no name, password, ? or # in it.');
        }
        $path = rtrim($parts['path'] ?? '', '/');
        $port = $parts['port'] ?? ($scheme === 'https' ? 443 : 80);
        $shown = (str_contains($host, ':') ? "[{$host}]" : $host).(isset($parts['port']) ? ":{$port}" : '');

        return new self("{$scheme}://{$shown}{$path}", $scheme, $host, $port);
    }

    /**
     * The IP address that requests go to; asked once, so that a name cannot mean another machine a moment later.
     *
     * @throws Refusal when it is private and the configuration does not name it
     */
    public function reachable(): string
    {
        $ips = filter_var($this->host, FILTER_VALIDATE_IP) !== false ? [$this->host] : (gethostbynamel($this->host) ?: []);
        if ($ips === []) {
            throw Refusal::unusable("There is no machine called {$this->host}.");
        }
        $allowed = in_array("{$this->host}:{$this->port}", (array) config('stasimon.private_depots'), true);
        foreach ($ips as $ip) {
            if (! $allowed && filter_var($ip, FILTER_VALIDATE_IP, FILTER_FLAG_NO_PRIV_RANGE | FILTER_FLAG_NO_RES_RANGE | FILTER_FLAG_GLOBAL_RANGE) === false) {
                throw Refusal::unusable("{$this->host} is an address inside this machine or its network. Name {$this->host}:{$this->port} in STASIMON_PRIVATE_DEPOTS if a depot is really there.");
            }
        }

        return $ips[0];
    }

    /** For cURL: the name stays with the IP address that was looked at. */
    public function pinned(): string
    {
        $ip = $this->reachable();

        return "{$this->host}:{$this->port}:".(str_contains($ip, ':') ? "[{$ip}]" : $ip);
    }

    public function at(string $path): string
    {
        return $this->url.'/'.$path;
    }

    /** Where a redirect leads, if it stays on the same host; null if it leads elsewhere. */
    public function redirected(string $from, string $location): ?string
    {
        $root = substr($this->url, 0, strlen($this->url) - strlen((string) parse_url($this->url, PHP_URL_PATH)));
        $to = match (true) {
            preg_match('#^https?://#i', $location) === 1 => $location,
            str_starts_with($location, '/') && ! str_starts_with($location, '//') => $root.$location,
            preg_match('#^[a-z0-9._-]+(/|$|\?)#i', $location) === 1 && ! str_contains($location, ':') => dirname($from).'/'.$location,
            default => '',
        };

        return str_starts_with($to, $root.'/') ? $to : null;
    }
}

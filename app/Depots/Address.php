<?php

declare(strict_types=1);

namespace App\Depots;

use App\Access\Access;
use App\Refusal\Refusal;
use GuzzleHttp\Psr7\Exception\MalformedUriException;
use GuzzleHttp\Psr7\Uri;
use GuzzleHttp\Psr7\UriResolver;
use Stasimon\Core\Document\Limits;
use Symfony\Component\HttpFoundation\IpUtils;

/**
 * Where a depot is. Requests go only to addresses that a person added, and to a private or loopback one only if the
 * configuration names it, so that a depot cannot be used to reach into the machine or its network.
 */
final readonly class Address
{
    /**
     * What is no single machine of the public network, or leads to one inside through a translation.
     *
     * Source: IANA IPv4 and IPv6 Special-Purpose Address Registries (RFC 6890), with multicast (RFC 5771, RFC 4291) and the
     * former site-local addresses (RFC 3879).
     */
    private const NOT_PUBLIC = [
        '0.0.0.0/8',
        '10.0.0.0/8',
        '100.64.0.0/10',
        '127.0.0.0/8',
        '169.254.0.0/16',
        '172.16.0.0/12',
        '192.0.0.0/24',
        '192.0.2.0/24',
        '192.88.99.0/24',
        '192.168.0.0/16',
        '198.18.0.0/15',
        '198.51.100.0/24',
        '203.0.113.0/24',
        '224.0.0.0/4',
        '240.0.0.0/4',
        '::/96',
        '::ffff:0:0/96',
        '64:ff9b::/96',
        '64:ff9b:1::/48',
        '100::/64',
        '2001::/23',
        '2001:db8::/32',
        '2002::/16',
        '3fff::/20',
        '5f00::/16',
        'fc00::/7',
        'fe80::/10',
        'fec0::/10',
        'ff00::/8',
    ];

    private function __construct(public string $url, private string $host, private int $port)
    {
    }

    /** @throws Refusal that says what is wrong with it */
    public static function of(string $text): self
    {
        $text = trim($text);
        $parts = parse_url($text);
        $scheme = strtolower($parts['scheme'] ?? '');
        $host = strtolower(trim($parts['host'] ?? '', '[]'));
        if (
            $parts === false ||
            ! in_array($scheme, ['http', 'https'], true) ||
            $host === '' ||
            preg_match('/[\x00-\x20\x7f<>"\\\\]/', $text) === 1
        ) {
            throw Refusal::unusable('An address of a depot begins with https:// or http:// and a host, as in https://depot.example/mods.');
        }
        if (isset($parts['user']) || isset($parts['pass']) || isset($parts['query']) || isset($parts['fragment'])) {
            throw Refusal::unusable('An address of a depot has no name, password, ? or # in it.');
        }
        $path = rtrim($parts['path'] ?? '', '/');
        $port = $parts['port'] ?? ($scheme === 'https' ? 443 : 80);
        $shown = (str_contains($host, ':') ? "[{$host}]" : $host).(isset($parts['port']) ? ":{$port}" : '');

        if (mb_strlen("{$scheme}://{$shown}{$path}") > Limits::ADDRESS) {
            throw Refusal::unusable('An address of a depot has at most '.Limits::ADDRESS.' characters.');
        }

        return new self("{$scheme}://{$shown}{$path}", $host, $port);
    }

    /**
     * The IP address that requests go to; asked once, so that a name cannot mean another machine a moment later.
     *
     * @throws Refusal when it is private and the configuration does not name it
     */
    public function reachable(): string
    {
        $ips = filter_var($this->host, FILTER_VALIDATE_IP) !== false ? [$this->host] : self::resolved($this->host);
        if ($ips === []) {
            throw Refusal::unusable("There is no machine called {$this->host}.");
        }
        $allowed = app(Access::class)->reaches("{$this->host}:{$this->port}");
        foreach ($ips as $ip) {
            if (! $allowed && IpUtils::checkIp($ip, self::NOT_PUBLIC)) {
                throw Refusal::unusable(
                    "{$this->host} is an address inside this machine or its network, or of many machines. ".
                    "If a depot is really there, open {$this->host}:{$this->port} under \"What may be read\".",
                );
            }
        }

        return $ips[0];
    }

    /** Whether an address is plainly inside somebody's own machine or network, without asking what its name stands for. */
    public static function isInside(string $url): bool
    {
        $host = strtolower(trim((string) parse_url($url, PHP_URL_HOST), '[]'));

        return filter_var($host, FILTER_VALIDATE_IP) !== false
            ? IpUtils::checkIp($host, self::NOT_PUBLIC)
            : ! str_contains($host, '.') || preg_match('/\.(?:local|lan|home|internal|localhost|home\.arpa)$/D', $host) === 1;
    }

    /** @return list<string> the addresses that a name stands for, of both versions of the protocol */
    private static function resolved(string $host): array
    {
        $ips = [];
        foreach (@socket_addrinfo_lookup($host, null, ['ai_socktype' => SOCK_STREAM]) ?: [] as $one) {
            $address = socket_addrinfo_explain($one)['ai_addr'];
            $ips[] = $address['sin_addr'] ?? ($address['sin6_addr'] ?? '');
        }

        return array_values(array_unique(array_filter($ips, fn (string $ip): bool => filter_var($ip, FILTER_VALIDATE_IP) !== false)));
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

    /** The host itself, without a path. */
    public function host(): self
    {
        return new self($this->root(), $this->host, $this->port);
    }

    private function root(): string
    {
        return substr($this->url, 0, strlen($this->url) - strlen((string) parse_url($this->url, PHP_URL_PATH)));
    }

    /**
     * The path below this address that a link leads to (RFC 3986, 5.2), its dots resolved; null where it leads elsewhere.
     *
     * @param  string  $link  whole, or as it stands in a document
     * @param  string  $from  the address of that document
     */
    public function pathOf(string $link, string $from): ?string
    {
        try {
            $to = (string) UriResolver::resolve(new Uri($from), new Uri($link))->withFragment('');
        } catch (MalformedUriException) {
            return null;
        }

        return str_starts_with($to, $this->url.'/') ? substr($to, strlen($this->url) + 1) : null;
    }

    /** Where a redirect leads, if it stays on the same host; null if it leads elsewhere. */
    public function redirected(string $from, string $location): ?string
    {
        $root = $this->root();
        $to = match (true) {
            preg_match('#^https?://#i', $location) === 1 => $location,
            str_starts_with($location, '/') && ! str_starts_with($location, '//') => $root.$location,
            preg_match('#^[a-z0-9._-]+(/|$|\?)#i', $location) === 1 && ! str_contains($location, ':') => dirname($from).'/'.$location,
            default => '',
        };

        return str_starts_with($to, $root.'/') ? $to : null;
    }
}

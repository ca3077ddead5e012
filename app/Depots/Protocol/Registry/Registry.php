<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Registry;

use App\Depots\Address;
use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\Guarded;
use GuzzleHttp\Psr7\Utils;
use Illuminate\Http\Client\Response;
use stdClass;

/**
 * A registry of the Open Container Initiative: Distribution Specification 1.1 (what is asked), Image Specification 1.1 (manifests), and how
 * tokens are got as registries at large do it (common practice with no standard of that initiative).
 */
final class Registry
{
    public const MANIFEST = 'application/vnd.oci.image.manifest.v1+json';

    /** Bytes of an answer in JSON. */
    private const LONGEST = 4_000_000;

    /** Names of repositories and tags that are read; the specification's own forms of both. */
    private const MOST = 2_000;

    /** Pages of one list. */
    private const PAGES = 100;

    private const NAME = '~^[a-z0-9]+(?:(?:\.|_|__|-+)[a-z0-9]+)*(?:/[a-z0-9]+(?:(?:\.|_|__|-+)[a-z0-9]+)*)*$~D';

    private const TAG = '~^[A-Za-z0-9_][A-Za-z0-9._-]{0,127}$~D';

    public readonly Address $address;

    /** What the depot's address leads to in it: repositories below that are its packs. */
    private readonly string $within;

    private readonly Guarded $asked;

    /** @var array<string, string> scope => the header that lets one do that */
    private array $tokens = [];

    public function __construct(private readonly Depot $depot)
    {
        $at = Address::of($depot->url);
        $this->address = $at->host();
        $this->within = trim((string) $this->address->pathOf($at->url, $at->url), '/');
        $this->asked = Guarded::of($depot, $this->address);
    }

    public static function isName(string $name): bool
    {
        return strlen($name) <= 200 && preg_match(self::NAME, $name) === 1;
    }

    public static function isTag(string $tag): bool
    {
        return preg_match(self::TAG, $tag) === 1;
    }

    /** A repository of this depot, by what it is called below its address. */
    public function named(string $name): string
    {
        return ltrim("{$this->within}/{$name}", '/');
    }

    /** @throws DepotFailure where it is no registry */
    public function meet(): void
    {
        $answer = $this->ask('get', 'v2/', 'registry:catalog:*');
        $says = strtolower($answer->header('Docker-Distribution-Api-Version').$answer->header('WWW-Authenticate'));
        if ($answer->status() === 401 && (str_contains($says, 'registry/2.0') || str_contains($says, 'bearer'))) {
            throw DepotFailure::refused($this->depot->name, 401);
        }
        if (! $answer->successful() || (! str_contains($says, 'registry/2.0') && trim($answer->body()) !== '{}')) {
            throw DepotFailure::otherKind($this->depot->name);
        }
    }

    /**
     * The repositories that belong to the depot's address.
     *
     * @return list<string>
     *
     * @throws DepotFailure
     */
    public function repositories(): array
    {
        $found = [];
        foreach ($this->paged('v2/_catalog?n=200', 'registry:catalog:*', 'repositories') as $name) {
            if (self::isName($name) && ($this->within === '' || $name === $this->within || str_starts_with($name, "{$this->within}/"))) {
                $found[] = $name;
            }
        }

        // One that does not list what it has may have what the address names.
        return $found !== [] || ! self::isName($this->within) ? $found : [$this->within];
    }

    /**
     * @return list<string>
     *
     * @throws DepotFailure
     */
    public function tags(string $repository): array
    {
        $tags = $this->paged("v2/{$repository}/tags/list?n=200", "repository:{$repository}:pull", 'tags');

        return array_values(array_filter($tags, self::isTag(...)));
    }

    /**
     * A manifest, and its digest.
     *
     * @return array{stdClass, string}|null null where there is none of that name, or it is another kind
     *
     * @throws DepotFailure
     */
    public function manifest(string $repository, string $tag): ?array
    {
        $answer = $this->ask('get', "v2/{$repository}/manifests/{$tag}", "repository:{$repository}:pull", ['Accept' => self::MANIFEST]);
        if ($answer->status() === 404) {
            return null;
        }
        $this->require($answer);
        $manifest = json_decode($answer->body(), false, 32);

        return $manifest instanceof stdClass ? [$manifest, hash('sha256', $answer->body())] : null;
    }

    /**
     * A small piece of content, as its digest says.
     *
     * @throws DepotFailure
     */
    public function piece(string $repository, string $sha256): string
    {
        $answer = $this->ask('get', "v2/{$repository}/blobs/sha256:{$sha256}", "repository:{$repository}:pull");
        $this->require($answer);

        return hash('sha256', $answer->body()) === $sha256
            ? $answer->body()
            : throw DepotFailure::wrongDigest($this->depot->name, "A piece of {$repository}");
    }

    /**
     * Brings a piece of content there, unless it is there.
     *
     * @param  resource|string  $content
     *
     * @throws DepotFailure
     */
    public function push(string $repository, string $sha256, mixed $content): void
    {
        $scope = "repository:{$repository}:pull,push";
        if ($this->ask('head', "v2/{$repository}/blobs/sha256:{$sha256}", $scope)->successful()) {
            return;
        }
        $begun = $this->ask('post', "v2/{$repository}/blobs/uploads/", $scope, ['Content-Length' => '0']);
        $this->require($begun);
        $to = $this->address->pathOf($begun->header('Location'), $this->address->at("v2/{$repository}/blobs/uploads/"))
            ?? throw DepotFailure::redirected($this->depot->name);
        $to .= (str_contains($to, '?') ? '&' : '?').'digest=sha256:'.$sha256;
        $this->require($this->ask('put', $to, $scope, ['Content-Type' => 'application/octet-stream'], $content));
    }

    /**
     * Gives a manifest a name.
     *
     * @throws DepotFailure
     */
    public function tag(string $repository, string $tag, string $manifest): void
    {
        $scope = "repository:{$repository}:pull,push";
        $this->require($this->ask('put', "v2/{$repository}/manifests/{$tag}", $scope, ['Content-Type' => self::MANIFEST], $manifest));
    }

    /** By what a file of a repository is asked for. */
    public function headerFor(string $repository): string
    {
        $scope = "repository:{$repository}:pull";
        if (! isset($this->tokens[$scope])) {
            // Whether it wants a token at all, it says when it is asked.
            $this->ask('head', "v2/{$repository}/tags/list", $scope);
        }

        return $this->tokens[$scope] ?? $this->depot->asker()?->header() ?? '';
    }

    /**
     * @return list<string>
     *
     * @throws DepotFailure
     */
    private function paged(string $path, string $scope, string $what): array
    {
        $found = [];
        for ($next = $path, $page = 0; $next !== null && $page < self::PAGES && count($found) < self::MOST; $page++) {
            $answer = $this->ask('get', $next, $scope);
            if (in_array($answer->status(), [401, 403, 404, 405], true) && $what === 'repositories') {
                return $found;
            }
            if ($answer->status() === 404) {
                return $found;
            }
            $this->require($answer);
            $names = json_decode($answer->body(), true, 8)[$what] ?? [];
            array_push($found, ...array_values(array_filter(is_array($names) ? $names : [], is_string(...))));
            // RFC 8288: the next page.
            $more = preg_match('~<([^>]+)>\s*;\s*rel="?next~', $answer->header('Link'), $link) === 1 ? $link[1] : null;
            $next = $more === null ? null : $this->address->pathOf($more, $this->address->at($next));
        }

        return $found;
    }

    /** @throws DepotFailure */
    private function require(Response $answer): void
    {
        if (! $answer->successful()) {
            $said = json_decode($answer->body(), true, 8)['errors'][0]['message'] ?? null;
            throw DepotFailure::refused($this->depot->name, $answer->status(), 0, is_string($said) ? $said : '');
        }
    }

    /**
     * @param  array<string, string>  $headers
     * @param  resource|string  $content
     *
     * @throws DepotFailure
     */
    private function ask(string $verb, string $path, string $scope, array $headers = [], mixed $content = ''): Response
    {
        $send = function () use ($verb, $path, $scope, $headers, $content): Response {
            $body = is_string($content) ? $content : Utils::streamFor($content);
            is_string($body) || $body->rewind();
            $token = isset($this->tokens[$scope]) ? ['Authorization' => $this->tokens[$scope]] : [];

            return $this->asked->response($verb, $path, self::LONGEST, $token + $headers, $body);
        };
        $answer = $send();
        if ($answer->status() === 401 && ! isset($this->tokens[$scope]) && $this->allowed($answer->header('WWW-Authenticate'), $scope)) {
            return $send();
        }

        return $answer;
    }

    /** Whether a token could be got where a registry says that there is one; from its own host alone. */
    private function allowed(string $challenge, string $scope): bool
    {
        if (preg_match('~^Bearer\b(.*)$~is', $challenge, $found) !== 1) {
            return false;
        }
        preg_match_all('~(\w+)="([^"]*)"~', $found[1], $fields);
        $of = array_combine($fields[1], $fields[2]);
        $path = $this->address->pathOf($of['realm'] ?? '', $this->address->url.'/');
        if ($path === null) {
            throw DepotFailure::tokenElsewhere($this->depot->name, (string) parse_url($of['realm'] ?? '', PHP_URL_HOST));
        }
        $query = http_build_query(array_filter(['service' => $of['service'] ?? '', 'scope' => $of['scope'] ?? $scope]));
        $answer = $this->asked->response('get', $path.(str_contains($path, '?') ? '&' : '?').$query, self::LONGEST);
        $said = json_decode($answer->body(), true, 8);
        $token = is_array($said) ? $said['token'] ?? $said['access_token'] ?? null : null;
        if (! $answer->successful() || ! is_string($token) || preg_match('/^[\x21-\x7e]{1,16000}$/D', $token) !== 1) {
            return false;
        }
        $this->tokens[$scope] = "Bearer {$token}";

        return true;
    }
}

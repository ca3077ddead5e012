<?php

declare(strict_types=1);

namespace Tests\Support;

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Check\Checker;
use Stasimon\Core\Explain\Impossible;
use Stasimon\Core\Explain\Operation;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\RequestReader;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Swaggest\JsonDiff\JsonPatch;

/** A catalogue and a request as documents, and the core's answers to them. */
final class Answers
{
    public readonly MemoryCatalogue $catalogue;

    public readonly Request $request;

    /**
     * @param  array<string, mixed>  $catalogue
     * @param  array<string, mixed>  $document  the request
     */
    public function __construct(array $catalogue, public readonly array $document)
    {
        $this->catalogue = (new CatalogueReader())->read(json_encode($catalogue, JSON_THROW_ON_ERROR));
        $this->request = $this->read($document);
    }

    /** @param  array<string, mixed>  $document */
    private function read(array $document): Request
    {
        return (new RequestReader())->read(json_encode($document, JSON_THROW_ON_ERROR), $this->catalogue);
    }

    /**
     * Packages in a short form: id => version => list of "needs" as "id range"; a key "suggests", "breaks" or "provides" holds others.
     *
     * @param  array<string, array<string, mixed>>  $packages
     * @param  list<string>  $wants  "id" or "id range"
     * @param  array<string, mixed>  $more
     */
    public static function short(array $packages, array $wants, array $more = []): self
    {
        $target = function (string $text): array {
            $parts = explode(' ', $text, 2);

            return ['id' => $parts[0]] + (isset($parts[1]) ? ['range' => $parts[1]] : []);
        };
        $need = fn (string|array $text): array => is_array($text) ? ['anyOf' => array_map($target, $text)] : $target($text);
        $list = [];
        foreach ($packages as $id => $releases) {
            $documents = [];
            foreach ($releases as $version => $release) {
                $documents[] = array_filter(
                    [
                        'version' => (string) $version,
                        'channel' => $release['channel'] ?? null,
                        'needs' => array_map($need, array_values(array_filter($release, is_int(...), ARRAY_FILTER_USE_KEY))),
                        'suggests' => array_map($target, $release['suggests'] ?? []),
                        'breaks' => array_map($target, $release['breaks'] ?? []),
                        'provides' => array_map(
                            fn (string $text): array => ['id' => explode(' ', $text)[0], 'version' => explode(' ', $text)[1]],
                            $release['provides'] ?? [],
                        ),
                    ],
                    fn (mixed $value): bool => $value !== null,
                );
            }
            $list[] = ['id' => $id, 'kind' => 'mod', 'releases' => $documents];
        }

        return new self(
            ['format' => 'stasimon/catalogue', 'revision' => 1, 'packages' => $list],
            ['format' => 'stasimon/request', 'revision' => 1, 'want' => array_map($target, $wants)] + $more,
        );
    }

    public function resolve(?Request $request = null): Resolved|Refused
    {
        return (new Resolver($this->catalogue))->resolve($request ?? $this->request);
    }

    public function resolved(): Resolved
    {
        $answer = $this->resolve();

        return $answer instanceof Resolved ? $answer : throw new \LogicException('It does not resolve.');
    }

    /** @return array<string, string>|null the line-up, or null when there is none */
    public function versions(?Request $request = null): ?array
    {
        $answer = $this->resolve($request);

        return $answer instanceof Resolved ? $answer->versions() : null;
    }

    public function impossible(): Impossible
    {
        $answer = $this->resolve();
        if ($answer instanceof Resolved) {
            throw new \LogicException('It resolves.');
        }

        return Impossible::of($this->request, $answer, new Resolver($this->catalogue));
    }

    /**
     * @param  array<string, string>  $selection
     * @return list<string>
     */
    public function violations(array $selection, ?Request $request = null): array
    {
        return array_map(
            fn ($violation): string => $violation->text,
            (new Checker($this->catalogue, $request ?? $this->request))->violations($selection),
        );
    }

    /**
     * Every selection of at most one release of each package that the checker finds valid.
     *
     * @return iterable<array<string, string>>
     */
    public function valid(?Request $request = null): iterable
    {
        $selections = [[]];
        foreach ($this->catalogue->packages() as $id => $package) {
            $wider = $selections;
            foreach ($package->releases as $release) {
                foreach ($selections as $selection) {
                    $wider[] = $selection + [(string) $id => $release->version];
                }
            }
            $selections = $wider;
        }
        foreach ($selections as $selection) {
            if ($this->violations($selection, $request) === []) {
                yield $selection;
            }
        }
    }

    /**
     * The request with a JSON Patch (RFC 6902) applied to its document, by a library that is not ours.
     *
     * @param  list<Operation>  $patch
     */
    public function patched(array $patch): Request
    {
        $document = json_decode((string) json_encode($this->document));
        // The library is older than return types of PHP 8.1, and says so where it is loaded.
        @class_exists(JsonPatch::class);
        JsonPatch::import(json_decode((string) json_encode($patch)))->apply($document);
        $document = json_decode((string) json_encode($document), true);
        $document['have'] = (object) ($document['have'] ?? []);
        $document['channels'] = (object) ($document['channels'] ?? []);

        return $this->read($document);
    }
}

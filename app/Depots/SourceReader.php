<?php

declare(strict_types=1);

namespace App\Depots;

use App\Games;
use Illuminate\Support\Carbon;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Node;
use Stasimon\Core\Catalogue\UnusableDocument;
use stdClass;
use Throwable;

/** Reads a package as a depot describes it (standins/depot/README.md), and trusts nothing in it. */
final class SourceReader
{
    /** What the resolver reads of a release. */
    private const RELATIONS = ['needs', 'suggests', 'breaks', 'provides'];

    private const DIGEST = '/^[0-9a-f]{64}$/D';

    private const BELOW = '#^[A-Za-z0-9][A-Za-z0-9._+/-]{0,240}$#D';

    /** The form of a moment that depots are asked to use; days that every month has need no looking up. */
    private const MOMENT = '/^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|1\d|2[0-8])T([01]\d|2[0-3]):[0-5]\d:[0-5]\dZ$/D';

    private readonly CatalogueReader $reader;

    public function __construct(private readonly Games $games, private readonly int $depot)
    {
        $this->reader = new CatalogueReader;
    }

    /**
     * @param  array<string, string>  $aliases  the depot's id => the id that is used here, where they differ
     *
     * @throws UnusableDocument
     */
    public function read(stdClass $document, string $packageId, array $aliases): Source
    {
        $node = Node::of($document);
        $localId = $node->field('id')->id();
        $rows = [];
        foreach ($node->field('releases')->items() as $i => $release) {
            $rows[] = $this->plainFile($document->releases[$i], $packageId) ?? $this->file($release, $packageId);
        }
        $page = $this->page($node, $document, $rows);
        $slim = self::slim($document, $packageId, $aliases);
        $package = $this->reader->package(Node::of($slim));
        if ($package->kind === Kind::Game || $package->kind === Kind::Runtime || isset($this->games->all()[$package->id])) {
            throw UnusableDocument::at('/kind', 'games and runtimes come from definitions, not from depots.');
        }

        return (new Source(
            $this->depot, $localId, $packageId,
            json_encode($slim, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
            $page, $rows,
        ))->knowing($package);
    }

    /**
     * The same document again once more of the depot's ids are known to mean others here.
     *
     * @param  array<string, string>  $aliases
     */
    public static function translate(string $document, array $aliases): string
    {
        $decoded = Node::objectOf($document);

        return json_encode(self::slim($decoded, is_string($decoded->id) ? $decoded->id : '', $aliases), JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
    }

    /**
     * Only what the resolver reads, with the ids that are used here.
     *
     * @param  array<string, string>  $aliases
     */
    private static function slim(stdClass $document, string $packageId, array $aliases): stdClass
    {
        $slim = new stdClass;
        foreach (['kind', 'scheme', 'syntax', 'name', 'understudies'] as $field) {
            if (isset($document->{$field})) {
                $slim->{$field} = $document->{$field};
            }
        }
        $slim->id = $packageId;
        $slim->releases = [];
        foreach (is_array($document->releases ?? null) ? $document->releases : [] as $release) {
            $copy = new stdClass;
            foreach (['version', 'channel', 'published', ...self::RELATIONS] as $field) {
                if (isset($release->{$field}) && $release->{$field} !== []) {
                    $copy->{$field} = $release->{$field};
                }
            }
            $slim->releases[] = $copy;
        }
        if ($aliases !== []) {
            self::rename($slim, $aliases);
        }

        return $slim;
    }

    /** @param  array<string, string>  $aliases */
    private static function rename(stdClass $package, array $aliases): void
    {
        foreach ($package->releases as $release) {
            foreach (self::RELATIONS as $relation) {
                foreach (is_array($release->{$relation} ?? null) ? $release->{$relation} : [] as $item) {
                    foreach (is_array($item->anyOf ?? null) ? $item->anyOf : [$item] as $target) {
                        if ($target instanceof stdClass && is_string($target->id ?? null)) {
                            $target->id = $aliases[$target->id] ?? $target->id;
                        }
                    }
                }
            }
        }
    }

    /**
     * The same as {@see file()} for a release that is as depots are asked to write it; null for any other, of which that
     * one knows what is wrong.
     *
     * @return array<string, mixed>|null
     */
    private function plainFile(mixed $release, string $packageId): ?array
    {
        $file = is_array($release->files ?? null) ? $release->files[0] ?? null : null;
        $recommended = $release->recommended ?? false;
        $published = $release->published ?? null;
        if (! isset($file->sha256, $file->name, $file->size, $file->path, $release->version)
            || isset($file->content) || ! is_bool($recommended) || ! is_string($published) || strlen($published) !== 20 || preg_match(self::MOMENT, $published) !== 1
            || ! is_string($file->sha256) || ! is_string($file->name) || ! is_int($file->size) || ! is_string($file->path) || ! is_string($release->version)
            || $file->size < 0 || preg_match(self::DIGEST, $file->sha256) !== 1 || preg_match('/^[\x20-\x7E]{1,250}$/D', $file->name) !== 1 || preg_match(self::BELOW, $file->path) !== 1 || str_contains($file->path, '..')) {
            return null;
        }

        return [
            'package_id' => $packageId, 'version' => $release->version, 'depot_id' => $this->depot, 'recommended' => $recommended, 'published_at' => $published,
            'file_name' => $file->name, 'file_size' => $file->size, 'file_sha256' => $file->sha256, 'file_path' => $file->path, 'content' => null,
        ];
    }

    /**
     * @return array<string, mixed> a row of the releases table
     *
     * @throws UnusableDocument
     */
    private function file(Node $release, string $packageId): array
    {
        $file = $release->field('files')->items()[0] ?? throw $release->field('files')->wrong('a release has at least one file.');
        $digest = $file->field('sha256');
        if (preg_match(self::DIGEST, $digest->text()) !== 1) {
            throw $digest->wrong('64 lower-case hexadecimal digits are expected.');
        }

        return [
            'package_id' => $packageId,
            'version' => $release->field('version')->text(),
            'depot_id' => $this->depot,
            'recommended' => $release->optional('recommended')?->flag() ?? false,
            'published_at' => self::moment($release->optional('published')?->text()),
            'file_name' => mb_substr($file->field('name')->text(), 0, 250),
            'file_size' => max(0, $file->field('size')->whole()),
            'file_sha256' => $digest->text(),
            'file_path' => self::below($file->field('path')),
            'content' => $file->has('content') ? self::below($file->field('content')) : null,
        ];
    }

    /** @throws UnusableDocument */
    private static function below(Node $path): string
    {
        $text = $path->text();
        if (preg_match(self::BELOW, $text) !== 1 || str_contains($text, '..')) {
            throw $path->wrong('a path below the depot is expected.');
        }

        return $text;
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @return array<string, mixed>
     */
    private function page(Node $node, stdClass $document, array $rows): array
    {
        $text = fn (string $field): string => is_string($document->{$field} ?? null) ? self::words($document->{$field}, 500) : '';
        $notes = [];
        foreach ($document->releases as $release) {
            if (is_string($release->notes ?? null)) {
                $notes[$release->version] = self::words($release->notes, 4000);
            }
        }
        $last = $rows === [] ? null : $rows[count($rows) - 1];

        return [
            'name' => self::words($node->optional('name')?->text() ?? $node->field('id')->text(), 120),
            'summary' => $text('summary'),
            'categories' => array_slice(array_values(array_filter(is_array($document->categories ?? null) ? $document->categories : [], is_string(...))), 0, 20),
            'side' => in_array($document->side ?? '', ['client', 'server', 'both'], true) ? $document->side : 'both',
            'downloads' => is_int($document->downloads ?? null) ? max(0, $document->downloads) : 0,
            'size' => $last['file_size'] ?? 0,
            'published' => max([null, ...array_column($rows, 'published_at')]),
            'licence' => $text('licence'),
            'notices' => array_map($this->notice(...), array_slice($node->listed('notices'), 0, 50)),
            'notes' => $notes,
        ];
    }

    /**
     * @return array{kind: string, version: ?string, text: string, understudy: ?string}
     *
     * @throws UnusableDocument
     */
    private function notice(Node $notice): array
    {
        $kind = $notice->field('kind');
        if (! in_array($kind->text(), ['broken', 'abandoned', 'replaced', 'fine'], true)) {
            throw $kind->wrong("\"{$kind->text()}\" is not one of broken, abandoned, replaced, fine.");
        }

        return [
            'kind' => $kind->text(),
            'version' => $notice->optional('version')?->text(),
            'text' => self::words($notice->field('text')->text(), 1000),
            'understudy' => $notice->optional('understudy')?->id(),
        ];
    }

    /** A text for people, without the one character that PostgreSQL does not keep. */
    private static function words(string $text, int $length): string
    {
        return mb_substr(str_replace("\0", '', mb_scrub($text)), 0, $length);
    }

    private static function moment(?string $text): ?string
    {
        if ($text === null) {
            return null;
        }
        // The form that depots are asked to use needs no reading.
        if (preg_match('/^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d)T[0-2]\d:[0-5]\d:[0-5]\d(Z|\+00:00)$/D', $text) === 1 && checkdate((int) substr($text, 5, 2), (int) substr($text, 8, 2), (int) substr($text, 0, 4))) {
            return $text;
        }
        try {
            return Carbon::parse($text)->toIso8601String();
        } catch (Throwable) {
            return null;
        }
    }
}

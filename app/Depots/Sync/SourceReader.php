<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Games\Games;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use stdClass;

/**
 * Reads a package as a depot describes it (docs/formats/depot.md), and trusts nothing in it. A release that cannot be
 * used is left out, with the reason; nothing that one says changes what another is.
 */
final class SourceReader
{
    /** What the resolver reads of a release. */
    private const RELATIONS = ['needs', 'extends', 'suggests', 'breaks', 'provides', 'replaces'];

    /** Reasons that are kept of one package. */
    private const PROBLEMS = 20;

    private readonly CatalogueReader $reader;

    private readonly ReleaseReader $releases;

    public function __construct(private readonly Games $games, private readonly int $depot)
    {
        $this->reader = new CatalogueReader();
        $this->releases = new ReleaseReader($depot);
    }

    /**
     * @param  array<string, string>  $aliases  the depot's id => the id that is used here, where they differ
     */
    public function read(stdClass $document, string $localId, string $packageId, array $aliases): Source
    {
        try {
            return $this->usable($document, $localId, $packageId, $aliases);
        } catch (UnusableDocument $failure) {
            return Source::unusable($this->depot, $localId, $packageId, mb_substr(mb_scrub($failure->getMessage()), 0, Limits::REMARK));
        }
    }

    /**
     * @param  array<string, string>  $aliases
     *
     * @throws UnusableDocument when nothing of it can be used
     */
    private function usable(stdClass $document, string $localId, string $packageId, array $aliases): Source
    {
        $node = Node::of($document);
        $items = $node->field('releases')->items();
        if (count($items) > Limits::RELEASES) {
            throw $node->field('releases')->wrong('it has more than '.number_format(Limits::RELEASES).' releases.');
        }
        $slim = self::slim($document, $packageId, $aliases);
        $rows = $problems = [];
        $seen = $fitting = [];
        foreach ($items as $i => $item) {
            try {
                $row = $this->releases->row($item, $document->releases[$i], $packageId);
                if (isset($seen['v'.$row['version']])) {
                    throw $item->field('version')->wrong("\"{$row['version']}\" is listed twice.");
                }
                $seen['v'.$row['version']] = true;
                $rows[] = $row;
                $fitting[] = $slim->releases[$i];
            } catch (UnusableDocument $failure) {
                $problems[] = $failure->getMessage();
            }
        }
        $slim->releases = $fitting;
        $package = $this->package($slim, $rows, $problems);
        if ($package->kind === Kind::Game || $package->kind === Kind::Runtime || $this->games->has($package->id)) {
            throw UnusableDocument::at('/kind', 'games and runtimes come from definitions, not from depots.');
        }
        array_push($problems, ...$this->releases->unreadable($package));
        $kept = self::few($problems);

        return (new Source(
            $this->depot,
            $localId,
            $packageId,
            json_encode($slim, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
            (new PageReader())->read($node, $document, $rows),
            $rows,
            $kept,
        ))->knowing($package);
    }

    /**
     * @param  list<string>  $problems
     * @return list<string> as many as are kept, none of them long
     */
    private static function few(array $problems): array
    {
        $kept = array_map(
            fn (string $problem): string => mb_substr(mb_scrub($problem), 0, Limits::REMARK),
            array_slice($problems, 0, self::PROBLEMS),
        );
        if (count($problems) > self::PROBLEMS) {
            $kept[] = count($problems) - self::PROBLEMS.' more things of it cannot be used.';
        }

        return $kept;
    }

    /**
     * The package that a document comes to; releases that cannot be part of it are taken out of document and rows.
     *
     * @param  list<array<string, mixed>>  $rows
     * @param  list<string>  $problems
     *
     * @throws UnusableDocument when it is not for its releases that it cannot be used
     */
    private function package(stdClass $slim, array &$rows, array &$problems): Package
    {
        try {
            $package = $this->reader->package(Node::of($slim));
            $bad = $this->releases->beyondLimits($package);
            if ($bad === []) {
                return $package;
            }
        } catch (UnusableDocument) {
            $bad = $this->badAlone($slim);
        }
        $fitting = $kept = [];
        foreach ($slim->releases as $i => $release) {
            $why = $bad['v'.$rows[$i]['version']] ?? null;
            if ($why !== null) {
                $problems[] = "Release {$rows[$i]['version']}: {$why}";
            } else {
                $fitting[] = $release;
                $kept[] = $rows[$i];
            }
        }
        [$slim->releases, $rows] = [$fitting, $kept];

        return $this->reader->package(Node::of($slim));
    }

    /**
     * @return array<string, string> "v" and version of a release that cannot be read by itself => why
     *
     * @throws UnusableDocument when it is not for a release that it cannot be read
     */
    private function badAlone(stdClass $slim): array
    {
        $alone = clone $slim;
        $bad = [];
        foreach ($slim->releases as $release) {
            $alone->releases = [$release];
            try {
                $bad += $this->releases->beyondLimits($this->reader->package(Node::of($alone)));
            } catch (UnusableDocument $failure) {
                if (! str_starts_with($failure->pointer, '/releases/0')) {
                    throw $failure;
                }
                $bad['v'.$release->version] = ltrim(substr($failure->pointer, strlen('/releases/0')).': '.$failure->reason, ': ');
            }
        }

        return $bad;
    }

    /**
     * The same document again once more of the depot's ids are known to mean others here.
     *
     * @param  array<string, string>  $aliases
     */
    public static function translate(string $document, array $aliases): string
    {
        $decoded = Node::objectOf($document);

        return json_encode(
            self::slim($decoded, is_string($decoded->id) ? $decoded->id : '', $aliases),
            JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
        );
    }

    /**
     * Only what the resolver reads, with the ids that are used here.
     *
     * @param  array<string, string>  $aliases
     */
    private static function slim(stdClass $document, string $packageId, array $aliases): stdClass
    {
        $slim = new stdClass();
        foreach (['kind', 'scheme', 'syntax', 'name', 'understudies'] as $field) {
            if (isset($document->{$field})) {
                $slim->{$field} = $document->{$field};
            }
        }
        if (is_string($slim->name ?? null)) {
            $slim->name = PageReader::words($slim->name, Limits::NAME);
        }
        if (is_array($slim->understudies ?? null)) {
            $slim->understudies = array_slice(
                array_values(array_filter($slim->understudies, fn (mixed $id): bool => ! is_string($id) || strlen($id) <= Limits::ID)),
                0,
                Limits::UNDERSTUDIES,
            );
        }
        $slim->id = $packageId;
        $slim->releases = [];
        foreach (is_array($document->releases ?? null) ? $document->releases : [] as $release) {
            $copy = new stdClass();
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
}

<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Depots\Catalogue\Bulk;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Stasimon\Core\Document\Limits;
use stdClass;

/**
 * Releases that come as several files. The first is the release; each of the others becomes a package of its own that lies
 * over it, by its label: one that belongs to it comes with it, one for another mod is suggested, and needs both.
 */
final class Companions
{
    /** Files of a release that are looked at. */
    private const FILES = 20;

    /**
     * @param  array<string, stdClass|null>  $documents  the depot's id and a space => the package
     * @return array<string, stdClass|null> the same, and those that its further files come to
     */
    public static function of(array $documents): array
    {
        $made = [];
        foreach (array_filter($documents) as $document) {
            foreach (is_array($document->releases ?? null) && is_string($document->id ?? null) ? $document->releases : [] as $release) {
                $files =
                    $release instanceof stdClass && is_array($release->files ?? null) ? array_slice($release->files, 1, self::FILES) : [];
                foreach ($files as $n => $file) {
                    if ($file instanceof stdClass && is_string($release->version ?? null)) {
                        $companion = self::companion($document, $release, $file, $n + 2);
                        // A package that the depot has itself is what it says it is, and none of these.
                        if (isset($documents[$companion->id.' '])) {
                            continue;
                        }
                        $made[$companion->id.' '] ??= $companion;
                        array_push($made[$companion->id.' ']->releases, self::release($document, $release, $file));
                        self::join($document, $release, $companion->id, ($file->together ?? false) === true);
                    }
                }
            }
        }

        return $documents + $made;
    }

    /**
     * @param  list<string>  $local  ids that a depot has for packages
     * @return list<string> ids of what their further files came to when they were read before
     */
    public static function before(int $depot, array $local): array
    {
        return array_values(
            array_map(
                strval(...),
                DB::table('sources')
                    ->where('depot_id', $depot)
                    ->whereRaw("page->>'of' is not null and page->>'of' = any(?::text[])", [Bulk::list($local)])
                    ->pluck('local_id')
                    ->all(),
            ),
        );
    }

    private static function companion(stdClass $document, stdClass $release, stdClass $file, int $number): stdClass
    {
        $label = is_string($file->label ?? null) ? PageReader::words($file->label, 60) : '';
        $label = $label === '' ? "file {$number}" : $label;
        $companion = new stdClass();
        foreach (['kind', 'scheme', 'syntax', 'categories', 'side', 'licence', 'downloads'] as $field) {
            if (isset($document->{$field})) {
                $companion->{$field} = $document->{$field};
            }
        }
        $companion->id = substr($document->id.'.'.(Str::slug($label) ?: "file-{$number}"), 0, Limits::ID);
        $companion->name = (is_string($document->name ?? null) ? $document->name : $document->id).": {$label}";
        $companion->summary = 'A file that belongs to '.(is_string($document->name ?? null) ? $document->name : $document->id).'.';
        $companion->of = $document->id;
        $companion->releases = [];

        return $companion;
    }

    private static function release(stdClass $document, stdClass $release, stdClass $file): stdClass
    {
        $made = new stdClass();
        foreach (['version', 'channel', 'published', 'recommended'] as $field) {
            if (isset($release->{$field})) {
                $made->{$field} = $release->{$field};
            }
        }
        $made->extends = [self::target($document, $document->id, $release->version)];
        $made->needs = $file->with ?? [];
        $made->files = [$file];

        return $made;
    }

    private static function join(stdClass $document, stdClass $release, string $companion, bool $isTogether): void
    {
        $relation = $isTogether ? 'needs' : 'suggests';
        $said = $release->{$relation} ?? [];
        if (is_array($said)) {
            $release->{$relation} = [...$said, self::target($document, $companion, $release->version)];
        }
    }

    /** The same release of another package, as ranges are written here; any, where no range could say it. */
    private static function target(stdClass $document, string $id, string $version): stdClass
    {
        $target = new stdClass();
        $target->id = $id;
        if (preg_match('/^[A-Za-z0-9._+-]{1,80}$/D', $version) === 1) {
            $target->range = ($document->syntax ?? '') === 'interval' ? "[{$version}]" : "={$version}";
        }

        return $target;
    }
}

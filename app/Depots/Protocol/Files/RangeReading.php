<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Files;

use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\Guarded;
use App\Depots\Protocol\Asking\Part;
use App\Refusal\Refusal;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Place\Archive\RangedArchive;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/**
 * Finds out what archives say of themselves from parts of them, asked for where they lie. Of one whose list has no digest, all comes
 * once, so that there is one: nothing is laid that could be another file tomorrow.
 */
final readonly class RangeReading implements Reading
{
    /** Bytes from the end of a file that are asked for first: the directory of most archives. */
    private const TAIL = 8_192;

    /** Bytes of all that is fetched of one file to see what it is. */
    private const FETCHED = 12_000_000;

    /** Questions that one file is worth, one after another: its directory, entries, and those with long heads. */
    private const TURNS = 4;

    /** Bytes of a file that comes whole for its digest. */
    private const WHOLE = 2_000_000_000;

    public function __construct(private Describing $describing)
    {
    }

    public function stamp(): string
    {
        return $this->describing->stamp();
    }

    public function read(Guarded $asked, array $entries): array
    {
        $rows = $described = $parts = [];
        foreach ($this->describe($asked, $entries) as $i => [$said, $part]) {
            if ($said instanceof Described) {
                [$described[$i], $parts[$i]] = [Said::described($said), $part];
            } else {
                $rows[$i] = FileRow::unusable($entries[$i], $said, $part->size ?? 0);
            }
        }
        $rows += $this->digested($asked, array_intersect_key($entries, $described), $described, $parts);
        ksort($rows);

        return array_values($rows);
    }

    /**
     * What each says of itself, or why it cannot be used; and its end, where that came.
     *
     * @param  array<int, Entry>  $entries
     * @return array<int, array{Described|string, Part|null}>
     *
     * @throws DepotFailure
     */
    public function describe(Guarded $asked, array $entries): array
    {
        $found = $archives = $parts = $wanted = [];
        foreach ($entries as $i => $entry) {
            $why = self::refused($entry->path);
            if ($why === null) {
                $wanted["e{$i}"] = ['path' => $entry->path, 'range' => 'bytes=-'.self::TAIL, 'most' => self::TAIL];
            } else {
                $found[$i] = [$why, null];
            }
        }
        foreach ($asked->parts($wanted) as $name => $part) {
            $i = (int) substr($name, 1);
            if ($part instanceof Part) {
                $archives[$i] = new RangedArchive(basename($entries[$i]->path), $part->size, $part->bytes);
                $parts[$i] = $part;
            } else {
                $found[$i] = [$part->getMessage(), null];
            }
        }
        $problems = $this->learn($asked, $archives, $entries);
        foreach ($archives as $i => $archive) {
            try {
                $isWanted = $this->describing->isWanted(...);
                // Most archives of a repository are no mods, and need no cage to say nothing.
                $said = $problems[$i] ?? ($archive->hasNone($isWanted)
                    ? 'Nothing in it says what it is.'
                    : $this->describing->of($archive->reduced($isWanted), $entries[$i]->path));
            } catch (UnreadableDescriptor|UnsafeArchive|Refusal $failure) {
                $said = $failure->getMessage();
            }
            $found[$i] = [$said, $parts[$i]];
        }

        return $found;
    }

    /**
     * Rows of files of which it is known what they are, with digests: from the list, or from the files.
     *
     * @param  array<int, Entry>  $entries
     * @param  array<int, Said>  $said
     * @param  array<int, Part|null>  $parts  their ends, as far as they came
     * @return array<int, FileRow>
     *
     * @throws DepotFailure
     */
    public function digested(Guarded $asked, array $entries, array $said, array $parts): array
    {
        $open = array_filter($entries, fn (Entry $entry): bool => $entry->sha256 === null);
        $digests = $open === [] ? [] : $asked->digests(array_values(array_map(fn (Entry $one): string => $one->path, $open)), self::WHOLE);
        $rows = [];
        foreach ($entries as $i => $entry) {
            $part = $parts[$i] ?? null;
            $published = $part?->modified === null ? null : self::time($part->modified);
            $came = $digests[$entry->path] ?? null;
            $rows[$i] = match (true) {
                $came instanceof DepotFailure => FileRow::unusable($entry, $came->getMessage(), 0),
                $came === null => FileRow::of($entry, (string) $entry->sha256, $entry->size ?? $part->size ?? 0, $published, $said[$i]),
                $entry->sums !== '' && ! in_array($entry->sums, [$came->sha1, $came->sha256], true) => FileRow::unusable(
                    $entry,
                    'It is not what the digest beside it says.',
                    0,
                ),
                default => FileRow::of($entry, $came->sha256, $came->size, $published, $said[$i]),
            };
        }

        return $rows;
    }

    /**
     * Has archives learn all that they have to know.
     *
     * @param  array<int, RangedArchive>  $archives
     * @param  array<int, Entry>  $entries
     * @return array<int, string> why it cannot be read
     *
     * @throws DepotFailure
     */
    private function learn(Guarded $asked, array $archives, array $entries): array
    {
        $problems = $fetched = [];
        for ($turn = 0; $turn < self::TURNS; $turn++) {
            $wanted = $places = [];
            foreach (array_diff_key($archives, $problems) as $i => $archive) {
                try {
                    foreach ($archive->missing($this->describing->isWanted(...)) as $n => [$from, $length]) {
                        $fetched[$i] = ($fetched[$i] ?? 0) + $length;
                        if ($fetched[$i] > self::FETCHED) {
                            throw UnsafeArchive::because(
                                basename($entries[$i]->path),
                                'too much of it would have to come to see what it is.',
                            );
                        }
                        $range = "bytes={$from}-".($from + $length - 1);
                        $wanted["{$i} {$n}"] = ['path' => $entries[$i]->path, 'range' => $range, 'most' => $length];
                        $places["{$i} {$n}"] = [$i, $from];
                    }
                } catch (UnsafeArchive $failure) {
                    $problems[$i] = $failure->getMessage();
                }
            }
            foreach ($wanted === [] ? [] : $asked->parts($wanted) as $name => $part) {
                [$i, $from] = $places[$name];
                if ($part instanceof Part) {
                    $archives[$i]->learn($from, $part->bytes);
                } else {
                    $problems[$i] = $part->getMessage();
                }
            }
        }

        return $problems;
    }

    /** Why a file is not even looked at; null for one that is. */
    public static function refused(string $path): ?string
    {
        return match (true) {
            str_contains($path, '://') => 'It lies at another host, which is not asked.',
            strlen($path) > Limits::DEPOT_PATH => 'Its name is too long.',
            preg_match('~^[A-Za-z0-9][A-Za-z0-9._+/-]*$~D', $path) !== 1 => 'Its name has more in it than letters, digits and . _ + - /.',
            str_contains($path, '..') => 'Its name leads elsewhere.',
            preg_match('~\.(?:zip|jar)$~Di', $path) !== 1 => 'It is no ZIP archive, of which alone parts are read.',
            default => null,
        };
    }

    private static function time(string $header): ?string
    {
        $time = strtotime($header);

        return $time === false ? null : gmdate(DATE_RFC3339, $time);
    }
}

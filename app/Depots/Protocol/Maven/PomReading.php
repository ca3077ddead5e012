<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Maven;

use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\Guarded;
use App\Depots\Protocol\Files\Entry;
use App\Depots\Protocol\Files\FileRow;
use App\Depots\Protocol\Files\RangeReading;
use App\Depots\Protocol\Files\Reading;
use App\Depots\Protocol\Files\Said;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Repository\Coordinates;
use Stasimon\Core\Evidence\Repository\EffectivePom;
use Stasimon\Core\Evidence\Repository\Pom;

/**
 * Finds out what artifacts are: from the archive, where a known game's definition reads it, and else from its POM. Others know it by its
 * coordinates in either case.
 */
final class PomReading implements Reading
{
    /** Of parents that are fetched together, those of those … */
    private const ROUNDS = 20;

    /** POMs that one rests on, each counted as often as it is asked for. */
    private const RESTS_ON = 2_000;

    /** @var array<string, Pom|string> path => POM, or why there is none */
    private array $poms = [];

    private int $restsOn = 0;

    /** @param  string  $root  the path of the repository below what is asked, with a slash at its end, or nothing */
    public function __construct(private readonly RangeReading $files, private readonly string $root)
    {
    }

    public function stamp(): string
    {
        return hash('sha256', $this->files->stamp().' and POMs');
    }

    /** @param  list<Entry>  $entries  with the paths of their POMs as documents, and of files with digests */
    public function read(Guarded $asked, array $entries): array
    {
        $this->fetch($asked, array_map(fn (Entry $one): string => $one->document, $entries));
        $this->parents($asked);
        $rows = $said = $parts = [];
        $described = $this->files->describe($asked, $entries);
        foreach ($entries as $i => $entry) {
            [$by, $part] = $described[$i];
            if ($part === null) {
                $rows[$i] = FileRow::unusable($entry, is_string($by) ? $by : '', 0);

                continue;
            }
            try {
                $this->restsOn = 0;
                $pom = EffectivePom::of($this->pom($entry->document), fn (Coordinates $of): Pom => $this->found($asked, $of));
                $said[$i] = $by instanceof Described ? Said::described($by, $pom->coordinates) : Said::pom($pom);
                $parts[$i] = $part;
            } catch (UnusableDocument $failure) {
                $why = "Its POM cannot be used: {$failure->reason}";
                // What its parents are may be there tomorrow.
                $rows[$i] = FileRow::unusable($entry, $why, 0);
            }
        }
        $rows += $this->files->digested($asked, $this->summed($asked, array_intersect_key($entries, $said)), $said, $parts);
        ksort($rows);

        return array_values($rows);
    }

    /**
     * With the digests that lie beside files: one by SHA-256 stands for the file, one by SHA-1 is compared once all of it has come.
     *
     * @param  array<int, Entry>  $entries
     * @return array<int, Entry>
     *
     * @throws DepotFailure
     */
    private function summed(Guarded $asked, array $entries): array
    {
        $beside = array_map(fn (Entry $one): string => $one->sums, $entries);
        $files = array_values(array_filter($beside, fn (string $one): bool => $one !== ''));
        $texts = $files === [] ? [] : $asked->texts($files, 10_000);
        foreach ($entries as $i => $entry) {
            $text = $texts[$entry->sums] ?? null;
            $sum = is_string($text) ? strtolower((string) strtok(trim($text), " \n\t*")) : '';
            $isSum = preg_match(str_ends_with($entry->sums, '.sha256') ? '/^[0-9a-f]{64}$/D' : '/^[0-9a-f]{40}$/D', $sum) === 1;
            $sha256 = $isSum && strlen($sum) === 64 ? $sum : null;
            $entries[$i] = new Entry($entry->path, $entry->seen, $sha256, sums: $isSum && $sha256 === null ? $sum : '');
        }

        return $entries;
    }

    /** Fetches what the POMs that are here rest on, many at a time. */
    private function parents(Guarded $asked): void
    {
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $wanted = [];
            foreach ($this->poms as $pom) {
                if ($pom instanceof Pom && $pom->parent?->isWhole() === true) {
                    $wanted[] = $this->root.$pom->parent->pom();
                }
            }
            if (! $this->fetch($asked, array_values(array_unique($wanted)))) {
                return;
            }
        }
    }

    /**
     * @param  list<string>  $paths
     * @return bool whether there was anything that was not here
     *
     * @throws DepotFailure
     */
    private function fetch(Guarded $asked, array $paths): bool
    {
        $paths = array_values(array_filter($paths, fn (string $path): bool => ! isset($this->poms[$path])));
        foreach ($paths === [] ? [] : $asked->texts($paths, Pom::LONGEST) as $path => $text) {
            try {
                $this->poms[$path] = is_string($text) ? Pom::read($text) : $text->getMessage();
            } catch (UnusableDocument $failure) {
                $this->poms[$path] = $failure->reason;
            }
        }

        return $paths !== [];
    }

    /** @throws UnusableDocument|DepotFailure */
    private function found(Guarded $asked, Coordinates $of): Pom
    {
        if (++$this->restsOn > self::RESTS_ON) {
            throw UnusableDocument::at('', 'it rests on more than '.number_format(self::RESTS_ON).' others.');
        }
        if (! $of->isWhole()) {
            throw UnusableDocument::at('', "it rests on {$of->words()}, which is no name of a POM.");
        }
        $this->fetch($asked, [$this->root.$of->pom()]);

        return $this->pom($this->root.$of->pom(), "it rests on {$of->words()}: ");
    }

    /** @throws UnusableDocument */
    private function pom(string $path, string $before = ''): Pom
    {
        $pom = $this->poms[$path] ?? 'it did not come.';

        return $pom instanceof Pom ? $pom : throw UnusableDocument::at('', $before.$pom);
    }
}

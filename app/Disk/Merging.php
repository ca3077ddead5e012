<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\LineUp;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use Stasimon\Core\Game\MergeForm;
use Stasimon\Core\Merge\MergedArchive;
use Stasimon\Core\Merge\Part;
use Stasimon\Core\Merge\UnmergeableArchive;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Place\Bringing;
use Stasimon\Core\Place\Content;
use Stasimon\Core\Resolve\Selected;

/**
 * Computes the archive of a game that reads no mods folder: from the unmodified one and the mods in their order, each time
 * anew, into the store. Taking a mod out is computing it without.
 */
final readonly class Merging
{
    public function __construct(private Store $store, private GameArchives $games)
    {
    }

    public static function formOf(LineUp $lineUp): ?MergeForm
    {
        return $lineUp->catalogue->game->merge($lineUp->plan->base->gameVersion);
    }

    public static function isMerged(Selected $selected, LineUp $lineUp): bool
    {
        return in_array($selected->package->kind, self::formOf($lineUp)->kinds ?? [], true);
    }

    /**
     * What the game itself brings then; null where its mods have a folder.
     *
     * @param  list<string>  $sequence  packages, the last of which wins
     * @param  list<string>|null  $only  packages that are merged; all where none are named
     *
     * @throws Refusal
     */
    public function bringing(LineUp $lineUp, array $sequence, ?array $only = null): ?Bringing
    {
        $form = self::formOf($lineUp);
        if ($form === null) {
            return null;
        }
        $game = $lineUp->catalogue->game;
        $base = $this->games->digest($game, $lineUp->plan->base->gameVersion);
        $parts = [new Part($game->id, "The archive of {$game->name}", self::open($this->store->path($base)))];
        $merged = $this->merged($lineUp, $sequence, $only);
        foreach ($merged as $selected) {
            $file = $lineUp->fileOf($selected);
            $parts[] = new Part(
                $selected->package->id,
                $file->name,
                self::open($this->store->path($file->sha256)),
                (string) $file->content,
                $lineUp->obsoleteOf($selected),
            );
        }
        $partial = $this->store->partial('merged-'.bin2hex(random_bytes(8)));
        $to = @fopen($partial, 'wb') ?: throw FullDisk::writing($form->archive);
        try {
            MergedArchive::write($parts, $to);
        } catch (UnmergeableArchive|UnsafeArchive $failure) {
            @unlink($partial);
            throw Refusal::conflict($failure->getMessage().' Nothing was changed.');
        } finally {
            fclose($to);
            array_map(fn (Part $part): bool => fclose($part->archive), $parts);
        }
        $digest = (string) hash_file('sha256', $partial);
        $size = (int) filesize($partial);
        $this->store->has($digest) ? unlink($partial) : $this->store->take($partial, $digest);

        return new Bringing($game->id, [], [$form->archive => new Content($digest, $size)]);
    }

    /**
     * @param  list<string>  $sequence
     * @param  list<string>|null  $only
     * @return list<Selected> what is merged, the last of which wins
     */
    private function merged(LineUp $lineUp, array $sequence, ?array $only): array
    {
        $place = array_flip($sequence);
        $merged = array_filter(
            $lineUp->withFiles(),
            fn (Selected $selected): bool => self::isMerged($selected, $lineUp) &&
                ! isset($lineUp->replaced()[$selected->package->id]) &&
                ($only === null || in_array($selected->package->id, $only, true)),
        );
        usort($merged, fn (Selected $a, Selected $b): int => ($place[$a->package->id] ?? 0) <=> ($place[$b->package->id] ?? 0));

        return $merged;
    }

    /** @return resource */
    private static function open(string $path)
    {
        return @fopen($path, 'rb') ?:
            throw Refusal::conflict(
                basename($path).' is not in the store any more. Apply again, and it is fetched; nothing was changed.',
            );
    }
}

<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\LineUp;
use App\Models\Instance;
use App\Store\Store;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Chain;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Place\Bringing;
use Stasimon\Core\Place\Content;
use Stasimon\Core\Place\ContentFolder;
use Stasimon\Core\Place\LaidFile;
use Stasimon\Core\Place\Layout;
use Stasimon\Core\Place\Order\OrderRule;
use Stasimon\Core\Place\Order\Sequence;
use Stasimon\Core\Place\Order\Strength;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Place\UnplaceableFile;
use Stasimon\Core\Plan\Rule;
use Stasimon\Core\Resolve\Selected;

/** Decides where every file of a line-up goes, and lays them into next/. */
final readonly class Laying
{
    public function __construct(private Store $store, private Archives $archives, private Merging $merging)
    {
    }

    /**
     * Every archive is looked at before anything is laid.
     *
     * @param  callable(int, int): void  $progress
     * @return list<LaidFile>
     *
     * @throws UnsafeArchive
     * @throws UnplaceableFile
     */
    public function decide(LineUp $lineUp, Placement $placement, callable $progress): array
    {
        $names = [];
        foreach ($lineUp->withFiles() as $selected) {
            $file = $lineUp->fileOf($selected);
            $names[$file->sha256] = $file->name;
        }
        $unknown = $this->archives->unknown(array_map(strval(...), array_keys($names)));
        foreach ($unknown as $done => $digest) {
            $this->archives->check($digest, $names[$digest], $lineUp->catalogue->game);
            $progress($done + 1, count($unknown));
        }

        $rules = $this->rules($lineUp);
        $bringings = array_map(
            fn (Selected $selected): Bringing => $this->bringing($selected, $lineUp, $placement),
            array_values(
                array_filter(
                    $lineUp->withFiles(),
                    fn (Selected $selected): bool => ! Merging::isMerged($selected, $lineUp) &&
                        ! isset($lineUp->replaced()[$selected->package->id]),
                ),
            ),
        );
        $merged = $this->merging->bringing($lineUp, self::sequence($lineUp, $rules));

        return Layout::of($merged === null ? $bringings : [...$bringings, $merged], $lineUp->plan->order, $rules);
    }

    /**
     * What a line-up would lay, as far as its archives have been unpacked before.
     *
     * @return list<LaidFile>
     *
     * @throws UnplaceableFile
     */
    public function known(LineUp $lineUp, Placement $placement): array
    {
        $bringings = [];
        foreach ($lineUp->withFiles() as $selected) {
            $file = $lineUp->fileOf($selected);
            $isLaid = ! Merging::isMerged($selected, $lineUp) && ! isset($lineUp->replaced()[$selected->package->id]);
            if (
                $isLaid &&
                (! $placement->placeOf($selected->package->kind, $file->name)->unpack || $this->archives->isUnpacked($file->sha256))
            ) {
                $bringings[] = $this->bringing($selected, $lineUp, $placement);
            }
        }

        return Layout::of($bringings, $lineUp->plan->order, $this->rules($lineUp));
    }

    /**
     * Paths that more than one package brings.
     *
     * @param  list<LaidFile>  $files
     * @return list<array{path: string, winner: string, over: list<string>}>
     */
    public static function contested(array $files): array
    {
        $contested = array_filter($files, fn (LaidFile $file): bool => $file->over !== []);

        return array_map(
            fn (LaidFile $file): array => ['path' => $file->path, 'winner' => $file->package, 'over' => $file->over],
            array_values($contested),
        );
    }

    /** The SHA-256 of what one package brings at a path, as far as its archive has been unpacked; null where it brings nothing there. */
    public function contentAt(string $id, string $path, LineUp $lineUp, Placement $placement): ?string
    {
        foreach ($lineUp->withFiles() as $selected) {
            if ($selected->package->id === $id && $this->archives->isUnpacked($lineUp->fileOf($selected)->sha256)) {
                return ($this->bringing($selected, $lineUp, $placement)->files[$path] ?? null)?->sha256;
            }
        }

        return null;
    }

    /**
     * @return list<OrderRule> those of a person, what extends what, and then what archives say of themselves and what is needed, as far as
     *     the person says nothing else
     */
    public function rules(LineUp $lineUp): array
    {
        return [
            ...array_map(
                fn (Rule $rule): OrderRule => new OrderRule($rule->first, $rule->then, Strength::Must, $rule->why),
                $lineUp->plan->rules,
            ),
            ...self::extended($lineUp),
            ...$this->said($lineUp),
            ...self::needed($lineUp),
        ];
    }

    /** @return list<OrderRule> what extends something comes after it, whatever a person says */
    public static function extended(LineUp $lineUp): array
    {
        $rules = [];
        foreach ($lineUp->resolved->selection ?? [] as $selected) {
            foreach (Chain::extended($selected->release) as $need) {
                $under = $need->alternatives[0]->id;
                $rules[] = new OrderRule(
                    $under,
                    $selected->package->id,
                    Strength::Must,
                    "{$selected->package->title()} extends ".($lineUp->catalogue->package($under)?->title() ?? $under),
                );
            }
        }

        return $rules;
    }

    /** @return list<OrderRule> what archives of a line-up say of themselves */
    public function said(LineUp $lineUp): array
    {
        $ids = $titles = [];
        foreach ($lineUp->withFiles() as $selected) {
            $ids[$lineUp->fileOf($selected)->sha256] = $selected->package->id;
            $titles[$selected->package->id] = $selected->package->title();
        }

        return $this->archives->rules($ids, $titles);
    }

    /** @return list<OrderRule> what is started after what it needs, where the game is told in which order to start */
    private static function needed(LineUp $lineUp): array
    {
        $started = $lineUp->catalogue->game->launch->started();
        $rules = [];
        foreach ($started === [] ? [] : $lineUp->withFiles() as $selected) {
            foreach (in_array($selected->package->kind, $started, true) ? self::needsOf($selected->package->id, $lineUp) : [] as $needed) {
                $rules[] = new OrderRule($needed, $selected->package->id, Strength::Should, "{$selected->package->title()} needs it");
            }
        }

        return $rules;
    }

    /**
     * @param  list<OrderRule>  $rules
     * @return list<string> packages with files, the last of which wins
     */
    public static function sequence(LineUp $lineUp, array $rules): array
    {
        $needs = [];
        foreach ($lineUp->withFiles() as $selected) {
            $needs[$selected->package->id] = self::needsOf($selected->package->id, $lineUp);
        }

        return Sequence::of($needs, $lineUp->plan->order, $rules);
    }

    /** @return list<string> packages of a line-up that one of it needs */
    public static function needsOf(string $id, LineUp $lineUp): array
    {
        $needs = [];
        foreach ($lineUp->resolved->selection ?? [] as $other) {
            foreach ($other->because as $reason) {
                if ($reason->want === null && $reason->id === $id) {
                    $needs[] = $other->package->id;
                }
            }
        }

        return $needs;
    }

    private function bringing(Selected $selected, LineUp $lineUp, Placement $placement): Bringing
    {
        $file = $lineUp->fileOf($selected);
        $kind = $selected->package->kind;
        $place = $placement->placeOf($kind, $file->name);
        $files = [];
        if ($place->unpack && $this->archives->isArchive($file->sha256, $file->name)) {
            [$entries, $contents] = $this->archives->unpacked($file->sha256, $file->name);
            foreach (ContentFolder::of($entries, $place, $file->content, $file->name, $selected->package->id) as $path => $entry) {
                $files[$placement->pathWithin($place, (string) $path)] = $contents[$entry->path];
            }
        } else {
            $files[$placement->pathOf($kind, $file->name)] = new Content($file->sha256, $file->size);
        }

        return new Bringing($selected->package->id, self::needsOf($selected->package->id, $lineUp), $files, $lineUp->obsoleteOf($selected));
    }

    /**
     * Lays the files into next/, beside what is the instance's own and has been carried over.
     *
     * @param  list<LaidFile>  $files
     * @return list<LaidRow>
     */
    public function lay(Instance $instance, array $files, Placement $placement, Folder $folder): array
    {
        $kept = DB::table('placed_files')->where('instance_id', $instance->id)->where('kept', true)->get()->keyBy('path');
        $rows = [];
        foreach ($files as $file) {
            $keeps =
                isset($kept[$file->path]) &&
                trim($kept[$file->path]->sha256) === $file->content->sha256 &&
                is_file($folder->live($file->path));
            match (true) {
                $keeps => $folder->keep($file->path),
                // A default that a package brings for a folder of the instance's own is given once, and then left alone.
                $placement->isOwn($file->path) => $folder->leadsAway($file->path) ||
                    $folder->hasNext($file->path) ||
                    $folder->copy($this->store->path($file->content->sha256), $file->path),
                default => $folder->link($this->store->path($file->content->sha256), $file->path),
            };
            if (! $placement->isOwn($file->path)) {
                $rows[] = LaidRow::of($file, $keeps);
            }
        }

        return $rows;
    }
}

<?php

declare(strict_types=1);

namespace App\View\Sharing;

use App\Depots\PackageRow;
use App\Models\PackRelease;
use Stasimon\Core\Config\ConfigMerge;
use Stasimon\Core\Pack\Line;
use Stasimon\Core\Pack\PackUpdate;

/** What a newer release of a pack makes of an instance: what is contested, what is settled, and the configs. */
final readonly class PackUpdatePage
{
    /** @var array<string, string> package id => name */
    private array $names;

    /**
     * @param  array<string, ConfigMerge>  $configs
     * @param  array<string, list<string>>  $worlds  world => packages that it was saved with, that are here, and that would go
     */
    public function __construct(
        public PackRelease $to,
        public ?PackRelease $from,
        private PackUpdate $update,
        public array $configs,
        public array $worlds,
    ) {
        $this->names = PackageRow::query()
            ->whereIn('id', [...array_map(fn (Line $line): string => $line->id, $update->lines), ...array_merge(...array_values($worlds))])
            ->pluck('name', 'id')
            ->all();
    }

    public function name(string $id): string
    {
        return $this->names[$id] ?? $id;
    }

    /** @param  list<string>  $ids */
    public function names(array $ids): string
    {
        return collect($ids)->map($this->name(...))->join(', ', ' and ');
    }

    /** @return list<Line> */
    public function contested(): array
    {
        return array_values(array_filter($this->update->lines, fn (Line $line): bool => $line->isContested));
    }

    /** @return list<Line> */
    public function settled(): array
    {
        return array_values(array_filter($this->update->lines, fn (Line $line): bool => ! $line->isContested));
    }

    /** @return list<array{string, string, string}> what both changed beside packages, mine, which stays, and the pack's */
    public function others(): array
    {
        return $this->update->contested();
    }

    public function isNothing(): bool
    {
        return array_filter($this->update->lines, fn (Line $line): bool => $line->takesPack) === [] &&
            $this->contested() === [] &&
            $this->others() === [] &&
            $this->configs === [];
    }

    public function becomes(ConfigMerge $merge): string
    {
        return match (true) {
            $merge->contested !== [] => count($merge->contested).
                ' '.
                (count($merge->contested) === 1 ? 'place is' : 'places are').
                ' contested; yours stays there unless you take the pack\'s',
            $merge->text === null => 'the pack does without it; it is kept under another name',
            default => 'takes over what the pack changed',
        };
    }
}

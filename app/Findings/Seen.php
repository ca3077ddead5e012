<?php

declare(strict_types=1);

namespace App\Findings;

use App\Depots\Catalogue\DepotCatalogue;
use App\Drafts\LineUp;
use App\Models\Instance;
use App\Models\PlacedRelease;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Evidence\RuntimeNeed;
use Stasimon\Core\Game\MemoryAdvice;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Selected;

/** What the rules look at: an instance as it is applied, or as its draft would make it. */
final readonly class Seen
{
    /**
     * @param  array<string, string>  $versions  package id => version
     * @param  list<array{path: string, winner: string, over: list<string>}>  $contested  paths that several packages bring
     */
    private function __construct(
        public Instance $instance,
        public Plan $plan,
        public array $versions,
        public array $contested,
        public DepotCatalogue $catalogue,
        private RunsOn $runsOn,
        private ?LineUp $lineUp,
        public bool $isDraft,
    ) {
    }

    /** @param  list<array{path: string, winner: string, over: list<string>}>  $contested */
    public static function applied(Instance $instance, array $contested, DepotCatalogue $catalogue, RunsOn $runsOn): self
    {
        return new self($instance, $instance->plan, $instance->versions(), $contested, $catalogue, $runsOn, null, false);
    }

    /** @param  list<array{path: string, winner: string, over: list<string>}>  $contested  as far as its archives are known */
    public static function drafted(Instance $instance, LineUp $lineUp, array $contested, RunsOn $runsOn): self
    {
        $versions = $lineUp->resolved?->versions() ?? [];

        return new self($instance, $lineUp->plan->lapsed($versions), $versions, $contested, $lineUp->catalogue, $runsOn, $lineUp, true);
    }

    /** The instance with what the page is about: its draft, or, where it is about what is on the disk, none. */
    public function asSeen(): Instance
    {
        return $this->isDraft ? $this->instance : (clone $this->instance)->setRelation('draft', null);
    }

    public function title(string $id): string
    {
        return $this->catalogue->package($id)?->title() ?? $id;
    }

    /** @return list<RuntimeNeed> what game and files need of the runtime; nothing while nothing is applied */
    public function needs(): array
    {
        return match (true) {
            $this->lineUp !== null => $this->runsOn->ofLineUp($this->lineUp),
            $this->instance->applied_at === null => [],
            default => $this->runsOn->ofApplied($this->instance),
        };
    }

    /** @return array<string, string> package id => file, of what is of a kind and has one */
    public function filesOf(Kind $kind): array
    {
        $files = [];
        foreach ($this->lineUp?->resolved === null ? $this->instance->placed : [] as $placed) {
            $placed->kind === $kind->value && $placed->path !== null && ($files[$placed->package_id] = $placed->path);
        }
        foreach ($this->lineUp?->withFiles() ?? [] as $one) {
            $one->package->kind === $kind && ($files[$one->package->id] = $this->lineUp?->fileOf($one)->name ?? '');
        }

        return $files;
    }

    public function memory(): MemoryAdvice
    {
        $kinds = $this->lineUp === null
            ? $this->instance->placed->map(fn (PlacedRelease $placed): Kind => Kind::from($placed->kind))->values()->all()
            : array_map(fn (Selected $one): Kind => $one->package->kind, $this->lineUp->resolved->selection ?? []);

        return $this->runsOn->memory($this->plan, $kinds);
    }
}

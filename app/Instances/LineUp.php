<?php

declare(strict_types=1);

namespace App\Instances;

use App\Depots\DepotCatalogue;
use App\Models\Release;
use Illuminate\Database\Eloquent\Collection;
use Stasimon\Core\Base\Plan;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Explain\Impossible;
use Stasimon\Core\Resolve\Changes;
use Stasimon\Core\Resolve\Keeping;
use Stasimon\Core\Resolve\Reason;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Selected;

/** What a plan comes to: its line-up with the files behind it, or why there is none. */
final class LineUp
{
    /** @var Collection<string, Release>|null */
    private ?Collection $files = null;

    /** @param  array<string, string>  $have  package id => version that is applied now */
    private function __construct(
        public readonly Plan $plan,
        public readonly array $have,
        public readonly ?Resolved $resolved,
        public readonly ?Impossible $impossible,
        public readonly DepotCatalogue $catalogue,
    ) {
    }

    /** @param  array<string, string>  $have */
    public static function of(Plan $plan, array $have, DepotCatalogue $catalogue): self
    {
        $request = $plan->request($catalogue, $catalogue->game, $have);
        $catalogue->load([...array_map(fn ($want): string => $want->id, $request->want), ...array_map(strval(...), array_keys($have))]);
        $resolver = new Resolver($catalogue);
        $answer = (new Keeping($resolver))->resolve($request, $plan->base());

        return $answer instanceof Refused
            ? new self($plan, $have, null, Impossible::of($request, $answer, $resolver), $catalogue)
            : new self($plan, $have, $answer, null, $catalogue);
    }

    public function changes(): Changes
    {
        return Changes::between($this->have, $this->resolved?->versions() ?? $this->have);
    }

    /** @return list<Selected> without game and runtime, which have no files */
    public function withFiles(): array
    {
        return array_values(array_filter(
            $this->resolved->selection ?? [],
            fn (Selected $selected): bool => $selected->package->kind !== Kind::Game && $selected->package->kind !== Kind::Runtime,
        ));
    }

    public function fileOf(Selected $selected): Release
    {
        return $this->files()[$selected->package->id.' '.$selected->release->version]
            ?? throw Refusal::conflict("No depot has the file of {$selected->package->title()} {$selected->release->version} any more.");
    }

    /** @return Collection<string, Release> by "id version" */
    private function files(): Collection
    {
        if ($this->files === null) {
            $versions = $this->resolved?->versions() ?? [];
            $this->files = Release::query()->with('package.depot')->whereIn('package_id', array_map(strval(...), array_keys($versions)))->get()
                ->keyBy(fn (Release $release): string => "{$release->package_id} {$release->version}");
        }

        return $this->files;
    }

    /** Bytes that have to be fetched. */
    public function toFetch(): int
    {
        $store = new Store;
        $bytes = 0;
        foreach ($this->withFiles() as $selected) {
            $file = $this->fileOf($selected);
            $bytes += $store->has($file->file_sha256) ? 0 : $file->file_size;
        }

        return $bytes;
    }

    /**
     * Why a release is there, in the form in which it is kept.
     *
     * @return array{wanted: bool, needed: list<array{id: string, range: string}>}
     */
    public static function because(Selected $selected): array
    {
        $needed = array_values(array_filter($selected->because, fn (Reason $reason): bool => $reason->want === null));

        return [
            'wanted' => $selected->isWanted(),
            'needed' => array_map(fn (Reason $reason): array => ['id' => $reason->id, 'range' => $reason->range], $needed),
        ];
    }
}

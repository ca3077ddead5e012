<?php

declare(strict_types=1);

namespace App\View\Sharing;

use App\Models\Instance;
use App\Models\PackRelease;
use App\Sharing\Comparing;
use App\Sharing\Other;
use Illuminate\Support\Collection;
use Stasimon\Core\Share\Comparison;
use Stasimon\Core\Share\Difference;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\HandOffText;
use Stasimon\Core\Share\PackNamed;
use Stasimon\Core\Share\Row;

/** An instance as something to give away, and what it differs in from another one. */
final readonly class HandOffPage
{
    /** Characters up to which a picture can still be read from a screen. */
    private const PICTURE = 1_200;

    public string $text;

    /** What it is beyond its pack, for who has that; nothing where it is of none. */
    public string $shorter;

    /** What it stands beside, as an address says it. */
    public string $beside;

    /**
     * @param  list<Other>  $there
     * @param  list<Comparison>  $comparisons  with each of them
     */
    public function __construct(
        private Instance $instance,
        public HandOff $mine,
        public array $there,
        private array $comparisons,
        public ?PackNamed $pack = null,
        public string $group = '',
    ) {
        $this->beside = implode(',', array_map(fn (Other $other): string => $other->key, $there));
        $this->text = HandOffText::write($mine);
        $this->shorter = $pack === null ? '' : HandOffText::write($mine, $pack);
    }

    public function fitsPicture(): bool
    {
        return strlen($this->text) <= self::PICTURE;
    }

    /** "Exact releases of 47 packages. Nothing in it names you or your server." */
    public function said(): string
    {
        [$count, $stages] = [count($this->mine->releases), count($this->mine->stages)];
        $staged = $stages === 0 ? '' : ' It comes in '.($stages === 1 ? 'one stage.' : "{$stages} stages.");

        return ($count === 0
            ? 'What is asked for; nothing is applied yet.'
            : "Exact releases of {$count} ".($count === 1 ? 'package' : 'packages').', and what was asked for.').
            $staged.
            ' Configs and worlds are not in it, and nothing that names you.';
    }

    /** @return Collection<int, Instance> others of the same game that can be put beside it */
    public function others(): Collection
    {
        return Instance::query()
            ->where('id', '!=', $this->instance->id)
            ->whereRaw("plan->>'game' = ?", [$this->instance->plan->base->game])
            ->whereNotNull('applied_at')
            ->orderBy('name')
            ->limit(200)
            ->get(['id', 'name']);
    }

    /** @return Collection<int, PackRelease> of the same game */
    public function packs(): Collection
    {
        return PackRelease::query()
            ->where('game', $this->instance->plan->base->game)
            ->orderByDesc('created_at')
            ->limit(50)
            ->get(['id', 'name', 'version']);
    }

    /** @return list<array{string, string}> restore points, newest first: number, and how it is called */
    public function points(): array
    {
        return array_values(
            $this->instance
                ->history()
                ->limit(20)
                ->get()
                ->filter(fn ($entry): bool => $entry->before->isApplied())
                ->map(fn ($entry): array => [(string) $entry->id, 'Before '.$entry->created_at->isoFormat('D MMM, HH:mm')])
                ->all(),
        );
    }

    /** @return list<string> of those that it stands beside */
    public function names(): array
    {
        return array_map(fn (Other $other): string => $other->given->name, $this->there);
    }

    /** The address of all that it stands beside but one; nothing where that is the only one. */
    public function without(int $place): string
    {
        return implode(
            ',',
            array_map(fn (Other $other): string => $other->key, array_values(array_diff_key($this->there, [$place => true]))),
        );
    }

    public function hasRoom(): bool
    {
        return count($this->there) < Comparing::MOST;
    }

    /** @return array<string, list<Row>> heading => what stands below it */
    public function parts(): array
    {
        $rows = Row::all($this->comparisons);
        $apart = array_values(array_filter($rows, fn (Row $row): bool => $row->keepsApart));

        return array_filter([
            count($this->there) > 1 ? 'Keeps some of you apart' : 'Keeps you apart' => $apart,
            'Does not matter' => array_values(array_filter($rows, fn (Row $row): bool => ! $row->keepsApart)),
        ]);
    }

    /** "2 releases are the same and not shown." */
    public function same(): string
    {
        $all = $this->mine->releases;
        foreach ($this->there as $other) {
            $all = array_intersect_assoc($all, $other->given->releases);
        }

        return $all === []
            ? 'No release is the same.'
            : count($all).(count($all) === 1 ? ' release is' : ' releases are').' the same and not shown.';
    }

    /** Those that it can be played with as it is, where it stands beside several: "You can play together with Kestrel." */
    public function fitting(): string
    {
        $fitting = array_values(
            array_intersect_key($this->names(), array_filter($this->comparisons, fn (Comparison $one): bool => $one->apart() === [])),
        );

        return count($this->there) < 2 || $fitting === [] ? '' : 'You can play together with '.implode(' and ', $fitting).'.';
    }

    public function sentences(): string
    {
        return implode(
            "\n\n",
            array_map(
                fn (Comparison $one, string $name): string => (count($this->there) > 1 ? "{$name}:\n" : '').
                    ($one->differences === []
                        ? 'Nothing differs.'
                        : implode("\n", array_map(fn (Difference $difference): string => $difference->sentence(), $one->differences))),
                $this->comparisons,
                $this->names(),
            ),
        );
    }

    /** Whether everything of one of them can be taken over in place. */
    public function isTakeable(int $place): bool
    {
        $apart = array_filter(
            $this->comparisons[$place]->apart(),
            fn (Difference $one): bool => in_array($one->id, ['game', 'loader'], true) && $one->isOfBase,
        );

        return $this->comparisons[$place]->differences !== [] && $apart === [];
    }

    public function canTake(Row $row, int $place): bool
    {
        $one = $row->each[$place] ?? null;
        if ($one === null) {
            return false;
        }
        // What came because others need it comes and goes with them.
        $wanting = $one->there === '' ? $this->mine : $this->there[$place]->given;

        return $one->isConfig ||
            (! $one->isOfBase &&
                $this->isTakeable($place) &&
                (($one->here !== '' && $one->there !== '') || $wanting->plan->wants($one->id)));
    }

    /** @return list<string> names of those that cannot be taken over in place */
    public function immovable(): array
    {
        return array_values(
            array_filter(
                $this->names(),
                fn (int $place): bool => $this->comparisons[$place]->differences !== [] && ! $this->isTakeable($place),
                ARRAY_FILTER_USE_KEY,
            ),
        );
    }

    /** @return array<string, string> what a form says that takes one thing over */
    public function taking(Row $row, int $place): array
    {
        return ['beside' => $this->beside, 'from' => $this->there[$place]->key, $row->each[$place]->isConfig ? 'config' : 'id' => $row->id];
    }

    public function offer(Row $row, int $place): string
    {
        $whose = count($this->there) > 1 ? 'that of '.$this->there[$place]->given->name : 'theirs';

        return $row->there($place) === ''
            ? "Do without {$row->title}".(count($this->there) > 1 ? ", as {$this->there[$place]->given->name}" : '')
            : "Take {$whose} of {$row->title}";
    }
}

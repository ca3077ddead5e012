<?php

declare(strict_types=1);

namespace App\Findings;

use App\Models\Instance;
use Illuminate\Support\Collection;

/** What is set aside, read once a page, and only where there is something that it could be about. */
final class Asides
{
    /** @var Collection<int, Aside>|null */
    private ?Collection $all = null;

    /** @return Collection<int, Aside> those that are in force */
    public function all(): Collection
    {
        return $this->all ??= Aside::query()->inForce()->orderBy('id')->get();
    }

    /** By what a finding is set aside; null for one that is told. */
    public function of(Finding $finding, string $instance): ?Aside
    {
        return $this->all()->first(fn (Aside $one): bool => $one->covers($finding, $instance));
    }

    /** @return list<Finding> what a person is told, most serious first */
    public function told(Look $look, Instance $instance): array
    {
        return array_values(array_filter($look->findings(), fn (Finding $one): bool => $this->of($one, $instance->id) === null));
    }

    /** @return list<Finding> what is true all the same, and was set aside */
    public function aside(Look $look, Instance $instance): array
    {
        return array_values(array_filter($look->findings(), fn (Finding $one): bool => $this->of($one, $instance->id) !== null));
    }

    /**
     * @param  array{finding?: string, kind?: string, package_id?: string}  $what
     * @param  int  $days  after which it is told again; 0 for never
     */
    public function set(?Instance $instance, array $what, string $says, int $days = 0): Aside
    {
        $known = ['instance_id' => $instance?->id] + $what + ['finding' => null, 'kind' => null, 'package_id' => null];
        $this->all = null;

        return Aside::query()->updateOrCreate(
            $known,
            ['says' => mb_substr($says, 0, 300), 'until' => $days === 0 ? null : now()->addDays($days)],
        );
    }

    /**
     * Takes back whatever keeps a finding from being told in an instance. What sets it aside for all of them is taken back for all.
     *
     * @param  string  $finding  its key
     */
    public function heed(Instance $instance, string $finding, ?Finding $known): void
    {
        foreach ($this->all() as $one) {
            $isMeant = $known === null
                ? $one->instance_id === $instance->id && $one->finding === $finding
                : $one->covers($known, $instance->id);
            $isMeant && $one->delete();
        }
        $this->all = null;
    }

    /** @param  list<string>  $ids */
    public function takeBack(array $ids): void
    {
        Aside::query()->whereKey($ids)->delete();
        $this->all = null;
    }

    /**
     * Forgets what is over, and what was set aside of findings that say something else by now.
     *
     * @param  array<string, list<string>>  $found  keys of what is found, by instance
     */
    public function tidy(array $found): void
    {
        $everywhere = array_merge(...array_values($found), ...[[]]);
        foreach (Aside::query()->get() as $one) {
            $isOver = $one->until !== null && $one->until->isPast();
            $isGone = $one->finding !== null &&
                ! in_array($one->finding, $one->instance_id === null ? $everywhere : $found[$one->instance_id] ?? [$one->finding], true);
            $isOver || $isGone ? $one->delete() : null;
        }
        $this->all = null;
    }
}

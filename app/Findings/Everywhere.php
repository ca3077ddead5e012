<?php

declare(strict_types=1);

namespace App\Findings;

use App\Models\Instance;
use App\Refusal\Meaning;
use App\Refusal\Refusal;
use Throwable;

/** What is found in all instances, and what is found alike in several as one. */
final readonly class Everywhere
{
    /** Instances that are looked at. */
    public const MOST = 500;

    /** Minutes after which the instances are looked over again when somebody asks for what is found. */
    private const FRESH = 1;

    public function __construct(private Looking $looking, private Asides $asides)
    {
    }

    /** Whether some were not looked over lately. */
    public function isStale(): bool
    {
        return Instance::query()
            ->whereNull('problem')
            ->whereNull('put_away_at')
            ->where(fn ($any) => $any->whereNull('looked_at')->orWhere('looked_at', '<', now()->subMinutes(self::FRESH)))
            ->exists();
    }

    /** @return list<Shared> most serious first; what is set aside among them */
    public function all(): array
    {
        $instances = Instance::query()
            ->whereNull('problem')
            ->whereNull('put_away_at')
            ->with(['draft', 'lastRehearsal'])
            ->orderByRaw('lower(name), id')
            ->limit(self::MOST)
            ->get();
        $shared = [];
        foreach ($instances as $instance) {
            foreach ($this->look($instance)->findings() as $finding) {
                $aside = $this->asides->of($finding, $instance->id);
                $key = $finding->key().($aside === null ? '' : ' aside');
                $shared[$key] ??= new Shared($finding, $aside);
                $shared[$key]->meet($instance, $finding);
            }
        }
        $rank = array_flip(array_map(fn (Level $level): string => $level->value, Level::cases()));
        $shared = array_values($shared);
        usort(
            $shared,
            fn (Shared $a, Shared $b): int => [$rank[$a->finding->level->value], -count($a->instances)] <=> [
                $rank[$b->finding->level->value],
                -count($b->instances),
            ],
        );

        return $shared;
    }

    /** Forgets what was set aside of findings that say something else by now. */
    public function tidy(): void
    {
        $found = [];
        foreach ($this->all() as $shared) {
            foreach ($shared->instances as $id => $instance) {
                $found[$id][] = $shared->finding->key();
            }
        }
        $this->asides->tidy($found);
    }

    /** What the last look over an instance found. One that cannot be looked over says so, and no other is concerned. */
    public function look(Instance $instance): Look
    {
        try {
            return $this->looking->last($instance);
        } catch (Throwable $failure) {
            report($failure);
            $why = 'What is true about it is not known. '.Meaning::of($failure);

            return new Look('', [], [new Finding(Level::Look, "{$instance->name} could not be looked over", $why)], []);
        }
    }

    /**
     * Those that a person has marked, as they are found now.
     *
     * @param  list<string>  $keys
     * @return non-empty-list<Shared>
     */
    public function marked(array $keys): array
    {
        $marked = array_values(array_filter($this->all(), fn (Shared $one): bool => in_array($one->finding->key(), $keys, true)));

        return $marked === [] ? throw Refusal::conflict('What you marked says something else by now. Load the page again.') : $marked;
    }
}

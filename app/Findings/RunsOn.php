<?php

declare(strict_types=1);

namespace App\Findings;

use App\Disk\Archives;
use App\Drafts\LineUp;
use App\Games\Games;
use App\Models\Instance;
use App\Models\PlacedRelease;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Evidence\RuntimeNeed;
use Stasimon\Core\Game\MemoryAdvice;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Selected;

/** What an instance needs of runtime and memory, from its game, its line-up and the files themselves. */
final readonly class RunsOn
{
    public function __construct(private Games $games, private Archives $archives)
    {
    }

    /** @return list<RuntimeNeed> of what is applied, the newest runtime first */
    public function ofApplied(Instance $instance): array
    {
        return $this->needs(
            $instance->plan,
            $instance->placed->map(
                fn (PlacedRelease $placed): array => [
                    $placed->package_id,
                    "{$placed->name} {$placed->version}",
                    $placed->sha256 === null ? null : trim($placed->sha256),
                ],
            ),
        );
    }

    /** @return list<RuntimeNeed> of what a draft leads to, as far as its files are here already */
    public function ofLineUp(LineUp $lineUp): array
    {
        return $this->needs(
            $lineUp->plan,
            collect($lineUp->withFiles())->map(
                fn (Selected $one): array => [
                    $one->package->id,
                    "{$one->package->title()} {$one->release->version}",
                    $lineUp->fileOf($one)->sha256,
                ],
            ),
        );
    }

    /**
     * @param  iterable<int, array{string, string, string|null}>  $parts  package, how it is called, digest
     * @return list<RuntimeNeed>
     */
    private function needs(Plan $plan, iterable $parts): array
    {
        $files = $digests = [];
        foreach ($parts as [$package, $who, $digest]) {
            if ($digest !== null) {
                $files[] = [$package, $who, $digest];
                $digests[$digest] = null;
            }
        }
        $facts = $this->archives->facts($digests);
        $needs = [RuntimeNeed::ofGame($this->games->get($plan->base->game), $plan->base->gameVersion)];
        foreach ($files as [$package, $who, $digest]) {
            $needs[] = RuntimeNeed::ofFacts($package, $who, $facts[$digest]);
        }
        $needs = array_values(array_filter($needs, fn (?RuntimeNeed $need): bool => $need !== null && $need->least > 0));
        usort(
            $needs,
            fn (RuntimeNeed $a, RuntimeNeed $b): int => [$b->least, $a->package !== null, $a->who] <=> [
                $a->least,
                $b->package !== null,
                $b->who,
            ],
        );

        return $needs;
    }

    /** @param  iterable<Kind>  $kinds  of the releases of a line-up */
    public function memory(Plan $plan, iterable $kinds): MemoryAdvice
    {
        return $this->games->get($plan->base->game)->memoryRule->over(array_values([...$kinds]));
    }

    /** Megabytes that this machine has; null where it does not say. */
    public static function machine(): ?int
    {
        return preg_match('/^MemTotal:\s+(\d+) kB/m', (string) @file_get_contents('/proc/meminfo'), $total) === 1
            ? intdiv((int) $total[1], 1024)
            : null;
    }
}

<?php

declare(strict_types=1);

namespace App\Findings;

use App\Depots\Catalogue\DepotCatalogue;
use App\Disk\Inventory;
use App\Drafts\LineUp;
use App\Models\Instance;
use Illuminate\Contracts\Container\Container;

/** What is true about an instance as it is applied, and about what its draft would make of it: one class a rule. */
final readonly class Findings
{
    /** Changed whenever the rules change, so that what was remembered under the old ones is worked out again. */
    public const VERSION = 12;

    /**
     * @param  list<class-string<FindingRule>>  $eachTime  rules about the folder and about other instances, which are asked each time
     * @param  list<class-string<FindingRule>>  $settled  rules about everything else; both are listed in config/findings.php
     */
    public function __construct(
        private Container $container,
        private Inventory $inventory,
        private RunsOn $runsOn,
        private array $eachTime,
        private array $settled,
    ) {
    }

    /** @return list<Finding> about files that were changed by hand or are gone, and instances that it was moved from or to */
    public function eachTime(Instance $instance, DepotCatalogue $catalogue): array
    {
        return $instance->applied_at === null ? [] : $this->of($this->eachTime, Seen::applied($instance, [], $catalogue, $this->runsOn));
    }

    /** @return list<Finding> about everything but the files, as it is applied */
    public function settled(Instance $instance, DepotCatalogue $catalogue): array
    {
        return $this->of($this->settled, Seen::applied($instance, $this->inventory->contested($instance), $catalogue, $this->runsOn));
    }

    /**
     * What would be true once the draft is applied, as far as that can be known without a launch.
     *
     * @param  list<array{path: string, winner: string, over: list<string>}>  $contested  as far as its archives are known
     * @return list<Finding>
     */
    public function after(Instance $instance, LineUp $lineUp, array $contested): array
    {
        return Finding::ordered(
            $this->of([...$this->eachTime, ...$this->settled], Seen::drafted($instance, $lineUp, $contested, $this->runsOn)),
        );
    }

    /**
     * @param  list<class-string<FindingRule>>  $rules
     * @return list<Finding>
     */
    private function of(array $rules, Seen $seen): array
    {
        $findings = [];
        foreach ($rules as $rule) {
            $found = $this->container->make($rule)->findings($seen);
            array_push($findings, ...array_map(fn (Finding $one): Finding => $one->by($rule), $found));
        }

        return $findings;
    }
}

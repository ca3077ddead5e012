<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Resolve\Encoding;
use Stasimon\Core\Resolve\Fact\Needed;
use Stasimon\Core\Resolve\Fact\Wanted;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Version\ReleaseSet;
use Stasimon\Core\Version\Syntax;

/** A package on which the demands of an explanation do not overlap. */
final readonly class Contest
{
    /** @param  list<Demand>  $demands */
    public function __construct(public Package $package, public array $demands)
    {
    }

    /**
     * @param  list<ReasonStep>  $steps
     * @param  list<int>  $wants  the refused request's wants => indices into the request's own
     * @return list<self>
     */
    public static function among(array $steps, Refused $refused, array $wants): array
    {
        $encoding = $refused->encoding;
        $demands = [];
        foreach ($steps as $step) {
            $fact = $step->claim->fact;
            if ($fact instanceof Wanted) {
                $want = $refused->request->want[$fact->index];
                self::collect(
                    $demands,
                    $encoding,
                    new Target($want->id, $want->range),
                    $want->syntax,
                    $wants[$fact->index] ?? $fact->index,
                    '',
                    '',
                );
            } elseif ($fact instanceof Needed) {
                $version = $fact->package->releases[max(0, ...$fact->releases->positions())]->version;
                foreach ($fact->need->alternatives as $target) {
                    self::collect($demands, $encoding, $target, $fact->package->syntax, null, $fact->package->id, $version);
                }
            }
        }
        $contests = [];
        foreach ($demands as $id => $list) {
            $package = $encoding->find((string) $id);
            $common = array_reduce(
                $list,
                fn (?ReleaseSet $common, Demand $demand): ReleaseSet => $common?->intersect($demand->releases) ?? $demand->releases,
            );
            if ($package !== null && count($list) > 1 && $common?->isEmpty() === true) {
                $contests[] = new self($package, array_values($list));
            }
        }

        return $contests;
    }

    /** @param  array<string, array<string, Demand>>  $demands */
    private static function collect(
        array &$demands,
        Encoding $encoding,
        Target $target,
        Syntax $syntax,
        ?int $want,
        string $id,
        string $version,
    ): void {
        $package = $encoding->find($target->id);
        if ($package !== null) {
            // One step of an explanation may repeat what another has said.
            $demands[$target->id]["{$want} {$id} {$version} {$target->range}"] ??= new Demand(
                $want,
                $id,
                $version,
                $target->range,
                $syntax,
                $package->within($target->range, $syntax),
            );
        }
    }
}

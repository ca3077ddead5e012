<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Drafts\Steps\Range;
use App\Drafts\Steps\Replace;
use App\Findings\Finding;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Resolving;
use App\Findings\Rule;
use App\Findings\Seen;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Catalogue;

/** Somebody reports something about a release that is here. */
final readonly class Notices implements Rule
{
    public function __construct(private Resolving $resolving)
    {
    }

    public function findings(Seen $seen): array
    {
        if ($seen->instance->applied_at === null && ! $seen->isDraft) {
            return [];
        }
        $rows = DB::table('notices')
            ->leftJoin('depots', 'depots.id', '=', 'notices.depot_id')
            ->whereIn('package_id', array_map(strval(...), array_keys($seen->versions)))
            ->where('kind', '!=', 'fine')
            ->orderBy('notices.id')
            ->get(['notices.*', 'depots.name as depot'])
            ->filter(
                fn (object $row): bool => ($row->version === null || $row->version === $seen->versions[$row->package_id]) &&
                    array_diff_assoc((array) json_decode($row->beside ?? '{}', true), $seen->versions) === [],
            );
        $findings = [];
        foreach ($rows as $row) {
            $title = $seen->title($row->package_id);
            $by = $row->depot ?? 'a search here';
            $remedies = [];
            if (
                $row->understudy !== null &&
                $seen->plan->wants($row->package_id) &&
                ! isset($seen->versions[$row->understudy]) &&
                $this->resolving->holds($seen->plan->without($row->package_id)->wanting($row->understudy), $seen->instance)
            ) {
                $remedies[] = Remedy::step(
                    'Use '.$seen->title($row->understudy).' instead',
                    $seen->instance,
                    new Replace($row->package_id, $row->understudy),
                );
            }
            $other = $row->version === null ? null : self::otherRelease($seen->catalogue, $row->package_id, $row->version);
            if (
                $other !== null &&
                $seen->plan->wants($row->package_id) &&
                $this->resolving->holds($seen->plan->ranging($row->package_id, $other), $seen->instance)
            ) {
                $remedies[] = Remedy::step(
                    'Use another release than '.$row->version,
                    $seen->instance,
                    new Range($row->package_id, $other),
                );
            }
            $findings[] = match ($row->kind) {
                'broken' => new Finding(
                    Level::Breaks,
                    "{$title}".
                        ($row->version === null ? '' : " {$row->version}").
                        ($row->depot === null ? ' does not come up here' : ' is reported broken'),
                    "{$row->text} ".($row->depot === null ? 'Found by a search here.' : "Reported by {$by}."),
                    $row->package_id,
                    $remedies,
                ),
                'abandoned' => new Finding(
                    Level::Look,
                    "{$title} is abandoned",
                    "{$row->text} Reported by {$by}.",
                    $row->package_id,
                    $remedies,
                ),
                default => new Finding(
                    Level::Look,
                    "{$title} has a successor",
                    "{$row->text} Reported by {$by}.",
                    $row->package_id,
                    $remedies,
                ),
            };
        }

        return $findings;
    }

    /** A range that leaves out one release, in the syntax of the package; null when there is no other. */
    private static function otherRelease(Catalogue $catalogue, string $id, string $version): ?string
    {
        $package = $catalogue->package($id);
        $position = $package?->positionOf($version);
        if ($package === null || $position === null || count($package->releases) < 2) {
            return null;
        }
        $exact = substr($package->exactly($version), 1);

        return $position + 1 < count($package->releases) ? '>'.$exact : '<'.$exact;
    }
}

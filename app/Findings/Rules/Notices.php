<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Drafts\Steps\Replace;
use App\Drafts\Steps\SetRange;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Resolving;
use App\Findings\Seen;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Catalogue;
use stdClass;

/** Somebody reports something about a release that is here. */
final readonly class Notices implements FindingRule
{
    public function __construct(private Resolving $resolving)
    {
    }

    public static function called(): string
    {
        return 'Notices';
    }

    public static function help(): string
    {
        return 'Depots pass on what others have found out about a release: that it is broken, fine, or has another that '.
            'takes its place. They say so; it was not tried here.';
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
            ->get(['notices.*', 'depots.name as depot']);
        $findings = [];
        foreach ($rows as $row) {
            $isOfHere = $row->version === null || $row->version === $seen->versions[$row->package_id];
            if ($isOfHere && array_diff_assoc((array) json_decode($row->beside ?? '{}', true), $seen->versions) === []) {
                $findings[] = $this->told($row, $seen);
            }
        }

        return $findings;
    }

    /** @param  stdClass  $row  of notices, with the depot's name */
    private function told(stdClass $row, Seen $seen): Finding
    {
        $isOwn = $row->depot === null;
        $title = $seen->title($row->package_id);
        [$level, $said] = match ($row->kind) {
            'broken' => [
                Level::Breaks,
                ($row->version === null ? '' : " {$row->version}").($isOwn ? ' does not come up here' : ' is reported broken'),
            ],
            'abandoned' => [Level::Look, ' is abandoned'],
            default => [Level::Look, ' has a successor'],
        };
        $by = $isOwn && $row->kind === 'broken' ? 'Found by a search here.' : 'Reported by '.($row->depot ?? 'a search here').'.';

        return new Finding($level, $title.$said, "{$row->text} {$by}", $row->package_id, $this->remedies($row, $seen));
    }

    /** @return list<Remedy> */
    private function remedies(stdClass $row, Seen $seen): array
    {
        $id = (string) $row->package_id;
        if (! $seen->plan->wants($id)) {
            return [];
        }
        $remedies = [];
        $understudy = (string) $row->understudy;
        $isNew = $understudy !== '' && ! isset($seen->versions[$understudy]);
        if ($isNew && $this->resolving->holds($seen->plan->without($id)->wanting($understudy), $seen->instance)) {
            $words = 'Use '.$seen->title($understudy).' instead';
            $remedies[] = Remedy::step($words, $seen->instance, new Replace($id, $understudy));
        }
        $other = $row->version === null ? null : self::otherRelease($seen->catalogue, $id, $row->version);
        if ($other !== null && $this->resolving->holds($seen->plan->ranging($id, $other), $seen->instance)) {
            $remedies[] = Remedy::step("Use another release than {$row->version}", $seen->instance, new SetRange($id, $other));
        }

        return $remedies;
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

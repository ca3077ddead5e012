<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Depots\Catalogue\GameDays;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Seen;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Explain\Following\Follower;

/** Nobody seems to be at a package any more, by the days of its releases; what a depot reports is another rule's. */
final readonly class Abandoned implements FindingRule
{
    /** Packages that have a finding each; more of them share one. */
    private const EACH = 3;

    public static function called(): string
    {
        return 'Abandoned packages';
    }

    public static function help(): string
    {
        return 'Its authors, or a depot, say that nobody looks after it any more. It goes on working as it is; where '.
            'another one can take its place, that one is named.';
    }

    public function findings(Seen $seen): array
    {
        // Of a draft only some releases are read, from which nothing can be said of the last.
        if ($seen->isDraft || $seen->instance->applied_at === null) {
            return [];
        }
        $gone = self::withoutReported($this->abandoned($seen));
        if (count($gone) > self::EACH) {
            return [self::together(array_map(strval(...), array_keys($gone)), $seen)];
        }
        $findings = [];
        foreach ($gone as $id => $follower) {
            $findings[] = new Finding(
                Level::Look,
                $seen->title((string) $id).' seems abandoned',
                "It has {$follower->evidence()}. It works as it is; look for an understudy before you move on.",
                (string) $id,
            );
        }

        return $findings;
    }

    /** @return array<string, Follower> by package */
    private function abandoned(Seen $seen): array
    {
        $following = null;
        $gone = [];
        foreach (array_diff(array_map(strval(...), array_keys($seen->versions)), $seen->plan->base->packages()) as $id) {
            $package = $seen->catalogue->package($id);
            if ($package === null || ! Follower::mayBeAbandoned($package, now()->toDateTimeImmutable())) {
                continue;
            }
            $following ??= GameDays::following($seen->catalogue);
            $follower = $following->of($package);
            if ($follower->isAbandoned()) {
                $gone[$id] = $follower;
            }
        }

        return $gone;
    }

    /**
     * What a depot reports is another rule's.
     *
     * @param  array<string, Follower>  $gone
     * @return array<string, Follower>
     */
    private static function withoutReported(array $gone): array
    {
        if ($gone === []) {
            return [];
        }
        $reported = DB::table('notices')
            ->whereIn('package_id', array_map(strval(...), array_keys($gone)))
            ->whereIn('kind', ['abandoned', 'replaced'])
            ->pluck('package_id');

        return array_diff_key($gone, array_flip($reported->all()));
    }

    /** @param  list<string>  $ids */
    private static function together(array $ids, Seen $seen): Finding
    {
        $names = array_map($seen->title(...), $ids);

        return new Finding(
            Level::Look,
            count($ids).' packages seem abandoned',
            implode(', ', array_slice($names, 0, 8)).
                (count($names) > 8 ? ' and '.(count($names) - 8).' more' : '').
                ': none of them followed to the last three versions or more, and none had a release for half a year. They work as '.
                'they are; look for understudies before you move on.',
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use App\Depots\Catalogue\DepotCatalogue;
use App\Notices\Known;
use App\Notices\KnownNotices;
use App\Notices\Origin;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\Sureness;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Notice\NoticeKind;

/** What is known to fail and stood in a line-up that failed, where the log of the launch names nobody. */
final readonly class KnownFailures
{
    /** Those that are told. */
    private const MOST = 4;

    /**
     * @param  array<string, string>  $versions  package id => version, of what was launched
     * @return list<Diagnosis> those that were found out here first
     */
    public static function in(array $versions, DepotCatalogue $catalogue): array
    {
        $known = array_filter(
            KnownNotices::holding($versions, $catalogue),
            fn (Known $one): bool => in_array($one->notice->kind, [NoticeKind::Apart, NoticeKind::Broken, NoticeKind::Caution], true) &&
                ($one->notice->kind !== NoticeKind::Caution || $one->origin === Origin::Launch),
        );
        $isElsewhere = fn (Known $one): bool => in_array($one->origin, [Origin::Listed, Origin::Depot], true);
        usort($known, fn (Known $a, Known $b): int => [$isElsewhere($a), $a->id] <=> [$isElsewhere($b), $b->id]);
        $told = [];
        foreach ($known as $one) {
            $others = $one->notice->met($versions, $catalogue);
            $told[implode(' ', [$one->notice->about, ...$others])] ??= self::diagnosis($one, $others, $versions, $catalogue);
        }

        return array_slice(array_values($told), 0, self::MOST);
    }

    /**
     * @param  list<string>  $others
     * @param  array<string, string>  $versions
     */
    private static function diagnosis(Known $one, array $others, array $versions, DepotCatalogue $catalogue): Diagnosis
    {
        $about = $one->notice->about;
        // What somebody only says may be about something else than a launch, such as how it looks.
        $isSeen = in_array($one->origin, [Origin::Launch, Origin::Search], true);
        $named = array_map(
            fn (string $id): string => ($catalogue->package($id)?->title() ?? $id)." {$versions[$id]}",
            [$about, ...$others],
        );

        return new Diagnosis(
            Failure::Crash,
            [],
            [
                'package' => $about,
                'version' => $versions[$about],
                'known' => $others === []
                    ? "{$named[0]} was in it, ".($isSeen ? 'which is known to fail.' : 'and is said to be broken.')
                    : implode(' and ', $named).' stood together in it, '.
                        ($isSeen ? 'which is known to fail.' : 'and are said not to go together.'),
            ],
            [...$others, $about],
            $one->origin === Origin::Search ? Sureness::Likely : Sureness::Guess,
            "Its log names nobody. {$one->sentence()} {$one->saying()}",
        );
    }
}

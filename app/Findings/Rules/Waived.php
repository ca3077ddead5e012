<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Drafts\Steps\Heed;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Resolve\Waiver;

/** A limit of a release is disregarded. */
final readonly class Waived implements FindingRule
{
    public static function called(): string
    {
        return 'Limits that were waived';
    }

    public static function help(): string
    {
        return 'Somebody has decided that one limit does not count here. It is listed so that it is not forgotten, and '.
            'can be heeded again at any time.';
    }

    public function findings(Seen $seen): array
    {
        return array_map(function (Waiver $waiver) use ($seen): Finding {
            $note = $seen->plan->waiverNotes[$waiver->key()] ?? '';
            [$title, $target] = [$seen->title($waiver->id), $seen->title($waiver->target)];

            return new Finding(
                Level::Look,
                "A limit of {$title} {$waiver->version} is waived",
                self::words($waiver, $title, $target, isset($seen->versions[$waiver->target])).
                                    ($note === '' ? '' : " “{$note}”"),
                $waiver->id,
                [
                    Remedy::step('Heed it again', $seen->instance, new Heed($waiver->id, $waiver->relation, $waiver->target)),
                ],
            );
        }, $seen->plan->waivers);
    }

    private static function words(Waiver $waiver, string $title, string $target, bool $isThere): string
    {
        $says = match (true) {
            $waiver->relation === Relation::Breaks => "says it cannot stand with {$target}",
            $isThere => "asks for another {$target} than is here",
            default => "asks for {$target}, which is not here",
        };

        return "{$title} {$waiver->version} {$says}, and that is disregarded.";
    }
}

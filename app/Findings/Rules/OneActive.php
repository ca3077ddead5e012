<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Configs\ConfigSettings;
use App\Drafts\Steps\SetConfig;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;
use App\Games\Games;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Game\ActiveSetting;

/** The game uses one of a kind at a time, and its setting names none that is here. */
final readonly class OneActive implements FindingRule
{
    /** Those that are offered. */
    private const OFFERED = 8;

    public function __construct(private Games $games, private ConfigSettings $settings)
    {
    }

    public static function called(): string
    {
        return 'None active';
    }

    public static function help(): string
    {
        return 'The game uses one of them at a time, whichever a setting names. What is here and not named is laid, and does nothing.';
    }

    public function findings(Seen $seen): array
    {
        $findings = [];
        foreach ($this->games->get($seen->plan->base->game)->places as $kind => $place) {
            $files = $place->active === null ? [] : $seen->filesOf(Kind::from((string) $kind));
            if ($place->active !== null && $files !== []) {
                $named = $this->settings->value($seen->asSeen(), $place->active->file, $place->active->key);
                $isNamed = in_array($named, array_map($place->active->valueFor(...), $files), true);
                $isNamed || ($findings[] = $this->told(Kind::from((string) $kind), $files, $place->active, $named, $seen));
            }
        }

        return $findings;
    }

    /** @param  non-empty-array<string, string>  $files  package id => file */
    private function told(Kind $kind, array $files, ActiveSetting $active, ?string $named, Seen $seen): Finding
    {
        $ids = array_map(strval(...), array_keys($files));
        $remedies = [];
        foreach (array_slice($ids, 0, self::OFFERED) as $id) {
            $value = $active->valueFor($files[$id]);
            $this->settings->canSet($seen->asSeen(), $active->file, $active->key, $value) && ($remedies[] = Remedy::step(
                "Have {$seen->title($id)} be the active one",
                $seen->instance,
                new SetConfig($active->file, $active->key, $value),
            ));
        }
        $says = $named === null || $named === '' ? "{$active->file} names none" : "{$active->file} names {$named}, which is not here";

        return new Finding(
            Level::Look,
            count($ids) === 1
                ? "{$seen->title($ids[0])} is here and not active"
                : 'Which of '.count($ids)." {$kind->word(2)} is active is not said",
            "The game uses one at a time, and {$says} ({$active->key}).",
            $ids[0],
            $remedies,
        );
    }
}

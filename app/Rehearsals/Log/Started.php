<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use App\Models\Instance;
use App\Models\PlacedRelease;
use App\Models\Side;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Game\LogForm;

/** What the last launch of a line-up tells of its mods: which of them started, and how long each took. */
final readonly class Started
{
    /** Kinds that a game starts. */
    public const KINDS = [Kind::Mod, Kind::Library];

    /**
     * @param  array<string, int|null>  $took  package => milliseconds; null where it began and was not through
     * @param  string  $unknown  why nothing is known; nothing where something is
     */
    private function __construct(private array $took, public string $unknown)
    {
    }

    public static function of(Instance $instance, LogForm $form): self
    {
        $last = $instance->lastRehearsal;
        $unknown = match (true) {
            $form->started === '' => 'Logs of this game do not tell which mods start.',
            $last === null => 'It has not been launched yet.',
            ! $last->isOver() => 'It is being launched.',
            ! $last->isOfNow($instance) => 'It has not been launched since it was applied.',
            $last->isForGameAlone() => 'The last launch was of the game alone.',
            $last->side !== Side::Client && $instance->serves === null => 'The last launch was as a server.',
            default => '',
        };
        $took = [];
        foreach ($unknown === '' ? Said::of($last->reading)->starts : [] as $start) {
            $took[$start->name] = $start->end === null ? null : (int) round(1000 * ($start->end - $start->begin));
        }

        return new self($took, $unknown);
    }

    /** "74 ms"; "began", and was not through; "no", it did not start; nothing for what does not start, or where nothing is known. */
    public function words(PlacedRelease $placed): string
    {
        return match (true) {
            $this->unknown !== '' || ! in_array(Kind::tryFrom((string) $placed->kind), self::KINDS, true) => '',
            ! array_key_exists($placed->package_id, $this->took) => 'no',
            $this->took[$placed->package_id] === null => 'began',
            default => number_format($this->took[$placed->package_id]).' ms',
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Drafts\Drafting;
use App\Drafts\LineUps;
use App\Models\Draft;
use App\Models\Instance;
use Closure;
use Stasimon\Core\Plan\Plan;

/** All steps that there are, and who takes them. */
final readonly class Steps
{
    /** @var list<class-string<Step>> */
    public const ALL = [
        Add::class,
        Remove::class,
        TurnOff::class,
        TurnOn::class,
        SetRange::class,
        Pin::class,
        UpdateThem::class,
        Leave::class,
        Replace::class,
        Choose::class,
        LeaveOpen::class,
        Let::class,
        ChangeBase::class,
        TakeRemedy::class,
        Waive::class,
        Note::class,
        Heed::class,
        Group::class,
        Ungroup::class,
        SwitchGroup::class,
        PutBack::class,
        GoBack::class,
        SetConfig::class,
    ];

    public function __construct(
        private Drafting $drafting,
        private LineUps $lineUps,
        private Fits $fits,
        private Newer $newer,
        private Points $points,
        private Settings $settings,
    ) {
    }

    /** @return array<string, class-string<Step>> by key */
    public static function byKey(): array
    {
        return array_combine(array_map(fn (string $class): string => $class::key(), self::ALL), self::ALL);
    }

    /** @param  int|null  $seen  the draft's revision that the person looked at; null not to ask */
    public function take(Instance $instance, Step $step, ?int $seen = null): Draft
    {
        return $this->drafting->step($instance, $this->change($instance, $step), $seen);
    }

    /** @return Closure(Plan): Plan  what a step would make of a plan of the instance, without taking it */
    public function change(Instance $instance, Step $step): Closure
    {
        $instance->load(['placed', 'draft']);

        return $step->change(new Here($instance, $this->lineUps, $this->fits, $this->newer, $this->points, $this->settings));
    }
}

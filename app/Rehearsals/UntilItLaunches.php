<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Disk\ApplyDraft;
use App\Drafts\Outcomes;
use App\Models\Building;
use App\Models\BuildState;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\Rehearsal;
use App\Models\TaskKind;
use App\Refusal\Meaning;
use App\Refusal\Refusal;
use App\Rehearsals\Log\Read;
use App\Rehearsals\Log\Reading;
use App\Work\Tasks;
use Closure;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Plan\Loss;
use Throwable;

/**
 * Builds an instance until it launches: its draft is applied, what is applied is rehearsed, and where that fails the first remedy that
 * loses nothing is taken, until a launch is clean or a person has to decide. Each step is a task of its own, with its own page, its own
 * entry of the history and its own undo; what comes next is decided whenever one has ended.
 */
final readonly class UntilItLaunches
{
    /** Repairs after which it is left to a person. */
    private const MOST = 12;

    /** The first of the two numbers of a lock of the database: these are told from others by it. */
    private const LOCK = 7_462;

    public function __construct(
        private ApplyDraft $applying,
        private Rehearse $rehearse,
        private Reading $reading,
        private Outcomes $outcomes,
        private Tasks $tasks,
    ) {
    }

    /**
     * @param  int|null  $seen  the draft's revision that the person looked at; null not to ask
     *
     * @throws Refusal where there is nothing to build, or the instance is busy
     */
    public function start(Instance $instance, ?int $seen = null): void
    {
        if ($instance->building?->isOpen() === true) {
            throw Refusal::conflict("{$instance->name} is being built already.");
        }
        if ($instance->draft === null && $instance->applied_at === null) {
            throw Refusal::conflict("{$instance->name} has no draft and nothing is applied, so there is nothing to build.");
        }
        $isAlone = $this->alone($instance->id, function () use ($instance, $seen): void {
            $this->keep($instance, new Building());
            try {
                $instance->draft === null ? $this->step($instance) : $this->applyDraft($instance, $seen);
            } catch (Throwable $failure) {
                $this->keep($instance, null);
                throw $failure;
            }
        });
        $isAlone || throw Refusal::conflict("{$instance->name} is being built already.");
    }

    /** Has one built once what it is made of is there, which the work that is begun for it next brings: its draft is then applied. */
    public function prepare(Instance $instance): void
    {
        $this->keep($instance, new Building(begins: true));
    }

    /** Leaves one that is being built to a person, and says why. */
    public function leave(Instance $instance, string $why): void
    {
        $instance->building?->isOpen() !== true || $this->end($instance, BuildState::Yours, $why);
    }

    /** Stops it; what runs just now is ended, and what was applied stays. */
    public function stop(Instance $instance): void
    {
        $building = $instance->building;
        if ($building === null || ! $building->isOpen()) {
            throw Refusal::conflict("{$instance->name} is not being built.");
        }
        $this->keep($instance, $building->ended(BuildState::Stopped));
        $task = $this->tasks->openOf($instance);
        match ($task?->kind) {
            TaskKind::Apply => $this->applying->cancel($instance),
            TaskKind::Rehearsal => $instance->lastRehearsal === null ?: $this->rehearse->stop($instance->lastRehearsal),
            default => null,
        };
    }

    /** Forgets what it came to, once a person has seen it. */
    public function seen(Instance $instance): void
    {
        $instance->building?->isOpen() === true || $this->keep($instance, null);
    }

    /** Goes on with all that are being built and have nothing at work, as after a worker has ended or is gone. */
    public function look(): void
    {
        Instance::query()
            ->where('building->state', BuildState::Open->value)
            ->get()
            ->each(fn (Instance $instance) => $this->goOn($instance->id));
    }

    /** Goes on with one, if it is being built and nothing is at work on it. Of several who would, one does. */
    public function goOn(string $id): void
    {
        $this->alone($id, function () use ($id): void {
            $known = Instance::query()->find($id);
            if ($known === null || $this->tasks->openOf($known) !== null) {
                return;
            }
            // Read once it is known that nothing is at work: what was may have changed it since.
            $instance = Instance::query()->with(['draft', 'lastRehearsal'])->find($id);
            if ($instance?->building?->isOpen() !== true) {
                return;
            }
            try {
                $this->step($instance);
            } catch (Throwable $failure) {
                Meaning::isKnown($failure) || report($failure);
                // Something else was begun with it meanwhile; once that is over it goes on.
                if ($this->tasks->openOf($instance) === null) {
                    $this->end($instance, BuildState::Yours, Meaning::of($failure));
                }
            }
        });
    }

    /** Does something while nobody else decides what is next for an instance; says whether that was so. */
    private function alone(string $id, Closure $do): bool
    {
        if (! DB::selectOne('select pg_try_advisory_lock(?, hashtext(?)) as got', [self::LOCK, $id])->got) {
            return false;
        }
        try {
            $do();
        } finally {
            DB::select('select pg_advisory_unlock(?, hashtext(?))', [self::LOCK, $id]);
        }

        return true;
    }

    private function step(Instance $instance): void
    {
        $last = $instance->lastRehearsal;
        if ($instance->draft !== null && $instance->building?->begins === true) {
            $this->keep($instance, new Building());
            $this->applyDraft($instance);
        } elseif ($instance->draft !== null) {
            // Its own drafts are applied as they are made: what is here now was halted, or is somebody's who has not looked at it all.
            $this->end($instance, BuildState::Yours, 'There is a draft that is not applied. '.$this->applying->last($instance)?->problem);
        } elseif ($last === null || ! $last->isOfNow($instance) || $last->isPlay()) {
            $this->rehearse->start($instance);
        } elseif ($last->state === LaunchState::Clean) {
            $this->end($instance, BuildState::Launches);
        } elseif ($last->state === LaunchState::Failed) {
            $this->repair($instance, $last);
        } elseif ($last->isOver()) {
            $this->end($instance, BuildState::Yours, "Rehearsal {$last->number} was ended before it told anything. {$last->problem}");
        }
    }

    private function applyDraft(Instance $instance, ?int $seen = null): void
    {
        $this->outcomes->outcome($instance)->versions === null
            ? $this->end($instance, BuildState::Yours, 'The draft has no line-up. It says why on its page.')
            : $this->applying->start($instance, $seen);
    }

    /** Takes the first remedy that loses nothing and was not taken before. */
    private function repair(Instance $instance, Rehearsal $rehearsal): void
    {
        $building = $instance->building ?? new Building();
        $rehearsal->setRelation('instance', $instance);
        $findings = $this->reading->findings($rehearsal);
        foreach (count($building->rounds) < self::MOST ? $findings : [] as $read) {
            foreach ($read->remedies as $remedy) {
                if (Loss::isNone($instance->plan, ($remedy->change)($instance->plan)) && ! $building->hasTaken($remedy->key)) {
                    $this->keep($instance, $building->took($rehearsal->number, $read->sentence, $remedy->key, $remedy->text));
                    $this->reading->draft($instance, $remedy);
                    $this->applyDraft($instance->load('draft'));

                    return;
                }
            }
        }
        $this->end($instance, BuildState::Yours, self::whyNot($findings, count($building->rounds)));
    }

    /** @param  list<Read>  $findings */
    private static function whyNot(array $findings, int $rounds): string
    {
        return match (true) {
            $findings === [] => 'The log names no cause that is known here.',
            $rounds >= self::MOST => 'So many repairs were enough to try. '.$findings[0]->sentence,
            $findings[0]->remedies === [] => "{$findings[0]->sentence} Nothing is known that would help.",
            default => "{$findings[0]->sentence} What would help gives something up, so it is yours to decide.",
        };
    }

    private function end(Instance $instance, BuildState $state, string $said = ''): void
    {
        $this->keep($instance, ($instance->building ?? new Building())->ended($state, trim($said)));
    }

    private function keep(Instance $instance, ?Building $building): void
    {
        $instance->update(['building' => $building]);
    }
}

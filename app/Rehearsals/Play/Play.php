<?php

declare(strict_types=1);

namespace App\Rehearsals\Play;

use App\Disk\BaseLayer;
use App\Disk\Folder;
use App\Games\Games;
use App\Games\Taught\Agreements;
use App\Games\Taught\Runtimes;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\Purpose;
use App\Models\Rehearsal;
use App\Models\Side;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Refusal\Refusal;
use App\Rehearsals\Launch\Starting;
use App\Rehearsals\Log\Reading;
use App\Work\Tasks;
use App\Work\Undertaking;
use LogicException;
use Stasimon\Core\Game\Way;

/**
 * Launches an instance for a person who plays it. The task begins it, and another ends it once the game is gone; in between
 * nobody of Stasimon is at it, so it may be stopped and started meanwhile.
 */
final readonly class Play implements Undertaking
{
    public function __construct(
        private Tasks $tasks,
        private Games $games,
        private Starting $starting,
        private PlayedFiles $files,
        private Reading $reading,
        private Agreements $agreements,
        private Runtimes $runtimes,
        private BaseLayer $base,
        private PlainFolder $plain,
    ) {
    }

    /**
     * The game as it is, without loader and mods, in a folder of its own.
     *
     * @param  string  $world  of the instance, of which a copy is taken there; nothing for none
     *
     * @throws Refusal where there is no playing it so, or the instance is busy
     */
    public function startPlain(Instance $instance, string $world = ''): Rehearsal
    {
        $this->plain->check($instance, $world);

        return $this->begun($instance, ['side' => Side::Client, 'plain' => true], ['world' => $world]);
    }

    /** @throws Refusal when nothing is applied, or the instance is busy */
    public function start(Instance $instance, Side $side = Side::Client): Rehearsal
    {
        if ($instance->applied_at === null) {
            throw Refusal::conflict('Nothing is applied yet, so there is nothing to play. Apply the draft first.');
        }

        return $this->begun($instance, ['side' => $side], []);
    }

    /**
     * @param  array<string, mixed>  $how  of the launch
     * @param  array<string, string>  $more  that the task has to know
     */
    private function begun(Instance $instance, array $how, array $more): Rehearsal
    {
        $game = $this->games->get($instance->plan->base->game);
        $this->agreements->require($game);
        $this->runtimes->program($game, $instance->plan->base->runtimeVersion);
        $play = null;
        $this->tasks->beginFor($instance, TaskKind::Play, function (Instance $locked) use ($how, $more, &$play): array {
            $play = $locked->rehearsals()->create($how + [
                'number' => 1 + (int) $locked->rehearsals()->max('number'),
                'plan' => $locked->plan,
                'applies' => $locked->applies,
                'purpose' => Purpose::Play,
            ]);

            return ['rehearsal' => $play->id] + $more;
        });

        return $play ?? throw new LogicException('The launch was just created.');
    }

    /** @param  bool  $now  whether the game is ended without being asked to */
    public function stop(Rehearsal $play, bool $now = false): void
    {
        $keeper = new Keeper($play);
        if ($play->state === LaunchState::Waiting) {
            Rehearsal::query()
                ->whereKey($play->id)
                ->where('state', LaunchState::Waiting)
                ->update(['state' => LaunchState::Stopped]);
        } elseif ($play->state === LaunchState::Running) {
            $now ? $keeper->end() : $keeper->ask();
        }
        $task = Task::query()
            ->where('kind', TaskKind::Play)
            ->where('state', TaskState::Waiting)
            ->where('subject->rehearsal', $play->id)
            ->first();
        if ($task !== null && $play->state === LaunchState::Waiting) {
            $this->tasks->turn($task, TaskState::Cancelled);
        }
        $this->heed($play);
    }

    /** Takes what has come of the log of every game that is played, and has those ended that are over. */
    public function look(): void
    {
        foreach (
            Rehearsal::query()->with('instance')->where('purpose', Purpose::Play)->where('state', LaunchState::Running)->get() as $play
        ) {
            $this->heed($play);
        }
    }

    /** The same for one. */
    public function heed(Rehearsal $play): void
    {
        if ($play->purpose !== Purpose::Play || $play->state !== LaunchState::Running) {
            return;
        }
        $this->reading->log($play)->index();
        $keeper = new Keeper($play);
        $isOver = $keeper->ended() !== null || ! $keeper->isAlive();
        if (
            $isOver &&
            ! Task::query()
                ->where('kind', TaskKind::Play)
                ->whereIn('state', TaskState::open())
                ->where('subject->rehearsal', $play->id)
                ->exists()
        ) {
            $this->tasks->begin(TaskKind::Play, 'reading how it ended', ['rehearsal' => $play->id]);
        }
    }

    public function run(Task $task): void
    {
        $play = $this->of($task);
        match ($play?->state) {
            LaunchState::Waiting => $this->begin($play, $task),
            LaunchState::Running => $this->conclude($play),
            default => null,
        };
    }

    public function abandon(Task $task, string $why): void
    {
        $play = $this->of($task);
        if ($play !== null && ! $play->isOver()) {
            // What had just begun is not played by anybody yet; what was over is over.
            (new Keeper($play))->end();
            $play->update(['state' => LaunchState::BrokenOff, 'problem' => mb_substr($why, 0, 1000)]);
        }
    }

    /** A server stays open until it is ended, where the game has a way to be one. */
    private function wayOf(Rehearsal $play): Way
    {
        $launch = $this->games->get($play->plan->base->game)->launch;

        return $play->side === Side::Server && $launch->canJoin() ? Way::Serve : Way::Play;
    }

    private function begin(Rehearsal $play, Task $task): void
    {
        $words = $play->instance->launching;
        $in = $this->folder($play, $task);
        $way = $this->wayOf($play);
        $command = $this->starting->prepare($play->plan, $in, $play->side, $play->plain, $play->number, $way, words: $words);
        $this->reading->log($play)->begin();
        // Somebody may have stopped it while its worlds were kept, or while it was started.
        if ($play->refresh()->state !== LaunchState::Waiting) {
            return;
        }
        $keeper = new Keeper($play);
        $keeper->start($command, Starting::in($words, $in), $words->environment);
        $isPlayed =
            Rehearsal::query()
                ->whereKey($play->id)
                ->where('state', LaunchState::Waiting)
                ->update(['state' => LaunchState::Running, 'process' => $keeper->process(), 'begun_at' => now()]) > 0;
        $isPlayed || $keeper->end();
    }

    /** The folder that it is played in, with what has to be kept or laid before. */
    private function folder(Rehearsal $play, Task $task): string
    {
        if ($play->plain) {
            $task->advance('laying the game as it is', 0, 0);

            return $this->plain->prepare($play->instance, (string) $task->about('world'));
        }
        $task->advance('keeping the worlds as they are', 0, 0);
        $this->files->before($play);

        return (new Folder($play->instance))->live();
    }

    private function conclude(Rehearsal $play): void
    {
        $keeper = new Keeper($play);
        $ended = $keeper->ended();
        if ($ended === null && $keeper->isAlive()) {
            return;
        }
        $this->reading->log($play)->index(over: true);
        $play->plain || $this->files->after($play);
        $play->plain || $play->begun_at === null || $this->base->watched($play->instance, $play->begun_at->getTimestamp());
        $play->fill([
            'exit_code' => $ended['exit'] ?? null,
            'milliseconds' => $ended === null ? null : max(0, (int) (1000 * ($ended['at'] - (float) $play->begun_at?->format('U.u')))),
        ]);
        $play->state = match (true) {
            $ended === null => LaunchState::BrokenOff,
            $ended['exit'] === 0 => LaunchState::Clean,
            $ended['asked'] => LaunchState::Stopped,
            default => LaunchState::Failed,
        };
        if ($ended === null) {
            $play->problem = 'What kept it was ended with it, so how it ended is not known. Its log goes as far as it was heard.';
        }
        if ($play->state === LaunchState::Clean && ! $play->plain) {
            $this->files->keep($play);
        }
        $play->reading = $this->reading->read($play);
        $play->save();
    }

    private function of(Task $task): ?Rehearsal
    {
        return Rehearsal::query()
            ->with(['instance', 'backup'])
            ->find((int) $task->about('rehearsal'));
    }
}

<?php

declare(strict_types=1);

namespace App\View\Rehearsals;

use App\Models\LaunchState;
use App\Models\Rehearsal;
use App\Models\Side;
use App\Rehearsals\Log\Read;
use App\Rehearsals\Log\Reading;
use App\Rehearsals\Log\Said;
use App\Rehearsals\Log\SinceClean;
use App\Rehearsals\Log\Started;
use App\View\Bytes;
use App\Worlds\Came;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Diagnose\ExitCode;
use Stasimon\Core\Diagnose\PlanRemedy;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Log\Stretch;

/** What the page of a rehearsal says of it. */
final readonly class RehearsalPage
{
    public ?CourseChart $chart;

    /** @var list<string> what of a clean launch is worth a look all the same */
    public array $worries;

    /** Where a server that runs is open to players; nothing where it does not say so. */
    private string $openAt;

    /** Everything at once that the log misses. */
    public ?PlanRemedy $all;

    /** @var array<string, string> package => kind, of what the game starts */
    private array $kinds;

    /**
     * @param  list<Read>  $findings
     * @param  SinceClean|null  $since  for a failed one
     * @param  bool  $slow  whether the slowest starts are listed
     * @param  bool  $layered  whether its mods lie over one another
     * @param  bool  $tellsStarts  whether logs of the game tell which mods start
     */
    public function __construct(
        public Rehearsal $rehearsal,
        public Said $said,
        public array $findings,
        public ?SinceClean $since,
        public bool $slow,
        public bool $layered,
        Reading $reading,
        private bool $tellsStarts = false,
    ) {
        $this->openAt = $rehearsal->isPlay() && $rehearsal->state === LaunchState::Running ? $reading->openAt($rehearsal) : '';
        $this->all = $reading->allMissing($findings);
        $this->worries = $reading->worries($rehearsal);
        $names = $rehearsal->instance->placed->pluck('name', 'package_id')->all();
        $this->kinds = $rehearsal->instance->placed
            ->whereIn('kind', array_map(fn (Kind $kind): string => $kind->value, Started::KINDS))
            ->pluck('kind', 'package_id')
            ->all();
        $this->chart = $said->phases === [] ? null : CourseChart::of($said, $rehearsal->state === LaunchState::Failed, $names);
    }

    /** Whether the log says of nothing whose fault it is, or what would help. */
    public function namesNobody(): bool
    {
        return array_filter($this->findings, fn (Read $read): bool => $read->diagnosis->suspects !== [] || $read->remedies !== []) === [];
    }

    /** Whether the page Numbers says more: who claims which, and what could be given instead. */
    public function isOfNumbers(Read $read): bool
    {
        return $read->diagnosis->kind === Failure::SameNumber;
    }

    /** "Failed after 3.4 s with exit code 1." */
    public function verdict(): string
    {
        $rehearsal = $this->rehearsal;
        if ($rehearsal->isPlay()) {
            return $this->verdictOfPlay();
        }
        $what = $rehearsal->isForGameAlone() ? 'The game alone' : 'The game';

        return match ($rehearsal->state) {
            LaunchState::Clean => "Clean. {$what} came up in {$rehearsal->seconds()}.",
            LaunchState::Failed => match (true) {
                $rehearsal->hung => "It said nothing more and was ended after {$rehearsal->seconds()}.",
                $rehearsal->alone === LaunchState::Failed => "The game alone does not come up: exit code {$rehearsal->exit_code} ".
                    "after {$rehearsal->seconds()}.",
                $rehearsal->exit_code === 0 => "It came up in {$rehearsal->seconds()}, and says that something is not as it should be.",
                default => "Failed after {$rehearsal->seconds()} with exit code {$rehearsal->exit_code}.",
            },
            LaunchState::Stopped => 'Stopped by hand.',
            LaunchState::BrokenOff => 'Broken off, for a reason that is not the game\'s. '.$rehearsal->problem,
            LaunchState::Waiting => 'Waiting for a worker.',
            LaunchState::Running => 'Running.',
        };
    }

    private function verdictOfPlay(): string
    {
        $play = $this->rehearsal;

        return match ($play->state) {
            LaunchState::Waiting => $play->plain ? 'The game is being laid as it is.' : 'The worlds are being kept as they are.',
            LaunchState::Running => ($play->side === Side::Server ? 'The server runs' : 'Being played').
                ($play->begun_at === null ? '.' : ' since '.$play->begun_at->format('H:i').'.').
                ($this->openAt === '' ? '' : " It is open to players at {$this->openAt}."),
            LaunchState::Clean => "Played for {$play->length()}, and ended cleanly.",
            LaunchState::Failed => "The game ended after {$play->length()} with exit code {$play->exit_code}.",
            LaunchState::Stopped => 'Ended by hand'.($play->milliseconds === null ? '.' : " after {$play->length()}."),
            LaunchState::BrokenOff => 'How it ended is not known. '.$play->problem,
        };
    }

    /** "Rehearsal 7" */
    public function name(): string
    {
        return ($this->rehearsal->isPlay() ? 'Launch ' : 'Rehearsal ').$this->rehearsal->number;
    }

    /** @return list<array{string, string, string}> word, what is otherwise since it was played, and how: worlds first */
    public function changed(): array
    {
        $changed = [];
        foreach (['worlds' => 'The world', 'configs' => ''] as $kind => $word) {
            foreach (array_slice($this->rehearsal->changed[$kind] ?? [], 0, 40) as $name => $how) {
                $changed[] = [$word, (string) $name, (Came::tryFrom($how) ?? Came::Changed)->words()];
            }
        }

        return $changed;
    }

    /** What the exit code means, and what was launched. */
    public function about(): string
    {
        $rehearsal = $this->rehearsal;

        return implode(
            ' ',
            array_filter([
                $rehearsal->state === LaunchState::Failed && ! $rehearsal->hung && $rehearsal->exit_code !== 0
                    ? 'Exit code '.$rehearsal->exit_code.': '.ExitCode::words((int) $rehearsal->exit_code).'.'
                    : '',
                $rehearsal->isPlay() && $rehearsal->backup !== null
                    ? 'The worlds of before are kept, '.Bytes::words($rehearsal->backup->bytes).'.'
                    : '',
                $rehearsal->plain ? 'Launched without loader and mods.' : $this->launched(),
                $rehearsal->side === Side::Server ? 'Launched as a server.' : '',
                $rehearsal->alone === LaunchState::Clean ? "Before it, the game alone was clean in {$rehearsal->secondsAlone()}." : '',
                $rehearsal->alone === LaunchState::Failed ? 'So it is not for a mod to mend: look at the runtime and the memory.' : '',
            ]),
        );
    }

    /** What it was that was launched, and whether it is what lies in the folder now. */
    private function launched(): string
    {
        $base = $this->rehearsal->plan->base;
        $count = count(array_diff_key($this->rehearsal->versions ?? [], array_flip([$base->game, $base->runtime])));
        if ($this->rehearsal->versions === null || $this->rehearsal->plain) {
            return '';
        }
        $what = "It ran version {$base->gameVersion} with ".($count === 1 ? '1 release' : "{$count} releases").'.';

        return $this->rehearsal->isOfNow($this->rehearsal->instance)
            ? $what
            : "{$what} Since then something was applied, so it says nothing of what is there now.";
    }

    /** How many of the mods had started: "7 of 7 mods started"; nothing where the log does not tell. */
    public function started(): string
    {
        $starts = $this->said->starts;
        $kinds = $this->rehearsal->side === Side::Server ? [] : array_intersect_key($this->kinds, $this->rehearsal->versions ?? []);
        if ($this->rehearsal->isForGameAlone() || ! $this->rehearsal->isOver() || ! $this->tellsStarts) {
            return '';
        }
        $through = count(array_filter($starts, fn (Stretch $start): bool => $start->end !== null));
        $all = max(count($kinds), count($starts));
        $what = in_array(Kind::Library->value, $kinds, true) ? 'mods and libraries' : ($all === 1 ? 'mod' : 'mods');

        return match (true) {
            $all === 0 => 'There was no mod to start.',
            $starts === [] => 'No mod had begun to start.',
            default => "{$through} of {$all} {$what} started.",
        };
    }

    public function tone(): string
    {
        return match ($this->rehearsal->state) {
            LaunchState::Clean => 'good',
            LaunchState::Failed => 'bad',
            default => '',
        };
    }
}

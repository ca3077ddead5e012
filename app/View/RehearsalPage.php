<?php

declare(strict_types=1);

namespace App\View;

use App\Models\Rehearsal;
use App\Rehearsals\Read;
use App\Rehearsals\Reading;
use App\Rehearsals\Said;
use App\Rehearsals\SinceClean;
use Stasimon\Core\Rehearse\Counsel;
use Stasimon\Core\Rehearse\ExitCode;

/** What the page of a rehearsal says of it. */
final readonly class RehearsalPage
{
    public ?CourseChart $chart;

    /** Everything at once that the log misses. */
    public ?Counsel $all;

    /**
     * @param  list<Read>  $findings
     * @param  SinceClean|null  $since  for a failed one
     * @param  bool  $slow  whether the slowest starts are listed
     */
    public function __construct(public Rehearsal $rehearsal, public Said $said, public array $findings, public ?SinceClean $since, public bool $slow, Reading $reading)
    {
        $this->all = $reading->allMissing($findings);
        $names = $rehearsal->instance->placed->pluck('name', 'package_id')->all();
        $this->chart = $said->phases === [] ? null : CourseChart::of($said, $rehearsal->state === 'failed', $names);
    }

    /** "Failed after 3.4 s with exit code 1." */
    public function verdict(): string
    {
        $rehearsal = $this->rehearsal;
        $what = $rehearsal->plain || $rehearsal->alone === 'failed' ? 'The game alone' : 'The game';

        return match ($rehearsal->state) {
            'clean' => "Clean. {$what} came up in {$rehearsal->seconds()}.",
            'failed' => match (true) {
                $rehearsal->hung => "It said nothing more and was ended after {$rehearsal->seconds()}.",
                $rehearsal->alone === 'failed' => "The game alone does not come up: exit code {$rehearsal->exit_code} after {$rehearsal->seconds()}.",
                default => "Failed after {$rehearsal->seconds()} with exit code {$rehearsal->exit_code}.",
            },
            'stopped' => 'Stopped by hand.',
            'waiting' => 'Waiting for a worker.',
            default => 'Running.',
        };
    }

    /** What the exit code means, and what was launched. */
    public function about(): string
    {
        $rehearsal = $this->rehearsal;

        return implode(' ', array_filter([
            $rehearsal->state === 'failed' && ! $rehearsal->hung ? 'Exit code '.$rehearsal->exit_code.': '.ExitCode::words((int) $rehearsal->exit_code).'.' : '',
            $rehearsal->plain ? 'Launched without loader and mods.' : '',
            $rehearsal->side === 'server' ? 'Launched as a server.' : '',
            $rehearsal->alone === null || $rehearsal->alone === 'failed' ? '' : "Before it, the game alone was {$rehearsal->alone}.",
            $rehearsal->alone === 'failed' ? 'So it is not for a mod to mend: look at the runtime and the memory.' : '',
        ]));
    }

    public function tone(): string
    {
        return match ($this->rehearsal->state) {
            'clean' => 'good', 'failed' => 'bad', default => ''
        };
    }
}

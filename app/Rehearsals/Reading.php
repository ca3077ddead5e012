<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Games;
use App\Instances\Drafting;
use App\Instances\Folder;
use App\Instances\Refusal;
use App\Models\Draft;
use App\Models\Rehearsal;
use Stasimon\Core\Base\Plan;
use Stasimon\Core\Rehearse\Advice;
use Stasimon\Core\Rehearse\Diagnosis;
use Stasimon\Core\Rehearse\LogLine;
use Stasimon\Core\Rehearse\LogReader;

/** What a rehearsal's log says, and what would help. */
final readonly class Reading
{
    public function __construct(private Games $games, private Drafting $drafting)
    {
    }

    /** @return list<LogLine> */
    public function lines(Rehearsal $rehearsal): array
    {
        $file = (new Folder($rehearsal->instance))->log($rehearsal->number);

        return $this->reader($rehearsal)->lines(is_file($file) ? (string) file_get_contents($file) : '');
    }

    private function reader(Rehearsal $rehearsal): LogReader
    {
        return new LogReader($this->games->get($rehearsal->plan->game));
    }

    /**
     * @param  list<LogLine>  $lines
     * @return list<array{diagnosis: Diagnosis, sentence: string, remedies: array<string, array{text: string, plan: Plan}>}>
     */
    public function findings(Rehearsal $rehearsal, array $lines): array
    {
        $instance = $rehearsal->instance->loadMissing('placed', 'draft');
        $catalogue = $this->drafting->catalogue($instance);
        $advice = new Advice($catalogue->game, $catalogue, $instance->plan, $instance->versions());
        $findings = [];
        foreach ($this->reader($rehearsal)->diagnose($lines) as $diagnosis) {
            $remedies = [];
            foreach ($advice->remedies($diagnosis) as $counsel) {
                $remedies[substr(hash('sha256', $counsel->plan->toJson()), 0, 16)] = ['text' => $counsel->text, 'plan' => $counsel->plan];
            }
            $findings[] = ['diagnosis' => $diagnosis, 'sentence' => $advice->sentence($diagnosis), 'remedies' => $remedies];
        }

        return $findings;
    }

    /** Puts a remedy of this rehearsal into the draft. */
    public function take(Rehearsal $rehearsal, string $key): Draft
    {
        foreach ($this->findings($rehearsal, $this->lines($rehearsal)) as $finding) {
            if (isset($finding['remedies'][$key])) {
                return $this->drafting->step($rehearsal->instance, fn (): Plan => $finding['remedies'][$key]['plan']);
            }
        }

        throw Refusal::conflict('The instance has changed since this remedy was shown. Nothing was changed; rehearse again.');
    }
}

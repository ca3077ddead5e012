<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Depots\Catalogue\CatalogueStamp;
use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Work\Allowance;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Diagnose\Trial;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanDocument;

/**
 * Tries what remedies would lead to, once, and keeps it until the depots or what is applied change. What a page has no time
 * for is tried by a worker, so that it is never "no" for "not in time".
 */
final class Trials implements Undertaking
{
    private const OPEN = 'open';

    private const GIVEN_UP = 'given up';

    /** The part of a page's time that all that is tried for it may take: the page is there then, and fills in the rest. */
    private const SHARE = 0.25;

    private float $took = 0.0;

    /** @var array<string, array<string, string>> instance and stamp => key => answer */
    private array $known = [];

    public function __construct(private readonly LineUps $lineUps, private readonly Allowance $allowance, private readonly Tasks $tasks)
    {
    }

    /** Whether a plan leads to a line-up; null where that is not known yet. */
    public function holds(Plan $plan, Instance $instance): ?bool
    {
        $stamp = $this->stamp($instance);
        $known = $this->known[$stamp] ??= DB::table('trials')
            ->where('instance_id', $instance->id)
            ->where('stamp', $stamp)
            ->pluck('answer', 'key')
            ->all();
        $document = PlanDocument::write($plan);
        $key = hash('xxh128', $document);
        $answer = $known[$key] ?? null;
        if ($answer === null || ($answer === self::OPEN && ! $this->allowance->isForPage())) {
            $answer = $this->isSpent() ? self::OPEN : $this->tried($plan, $instance);
            $answer === self::OPEN && ! $this->allowance->isForPage() && ($answer = self::GIVEN_UP);
            $this->keep($instance, $stamp, $key, $answer, $document);
        }

        return match ($answer) {
            self::OPEN, self::GIVEN_UP => null,
            default => $answer === 'yes',
        };
    }

    /** The same as something that the core can ask. */
    public function of(Instance $instance): Trial
    {
        return new class($this, $instance) implements Trial
        {
            public function __construct(private readonly Trials $trials, private readonly Instance $instance)
            {
            }

            public function holds(Plan $plan): ?bool
            {
                return $this->trials->holds($plan, $this->instance);
            }
        };
    }

    /** Whether a worker has still to try something of an instance. */
    public function isOpen(Instance $instance): bool
    {
        // Of what this page has not asked about nothing is shown.
        return $this->known !== [] && in_array(self::OPEN, $this->known[$this->stamp($instance)] ?? [], true);
    }

    /** Tries all that pages had no time for. */
    public function run(Task $task): void
    {
        while (($row = DB::table('trials')->where('answer', self::OPEN)->orderBy('instance_id')->orderBy('key')->first()) !== null) {
            $instance = Instance::query()
                ->with(['placed', 'draft'])
                ->find((string) $row->instance_id);
            $this->allowance->forWork();
            $answer =
                $instance === null || trim($row->stamp) !== $this->stamp($instance)
                    ? self::GIVEN_UP
                    : $this->tried(PlanDocument::read($row->plan), $instance);
            DB::table('trials')
                ->where('instance_id', $row->instance_id)
                ->where('key', $row->key)
                ->update(['answer' => $answer === self::OPEN ? self::GIVEN_UP : $answer, 'plan' => null]);
        }
    }

    /** What is still open then would never be answered. */
    public function abandon(Task $task, string $why): void
    {
        DB::table('trials')
            ->where('answer', self::OPEN)
            ->update(['answer' => self::GIVEN_UP, 'plan' => null]);
    }

    private function isSpent(): bool
    {
        return $this->allowance->reached() ||
            ($this->allowance->isForPage() && $this->took > self::SHARE * (float) config('stasimon.page_seconds'));
    }

    private function tried(Plan $plan, Instance $instance): string
    {
        $from = hrtime(true);
        $lineUp = $this->lineUps->lineUpOf($plan, $instance);
        $this->took += (hrtime(true) - $from) / 1e9;

        return match (true) {
            $lineUp->isStopped => self::OPEN,
            default => $lineUp->resolved === null ? 'no' : 'yes',
        };
    }

    private function keep(Instance $instance, string $stamp, string $key, string $answer, string $plan): void
    {
        $this->known[$stamp][$key] = $answer;
        DB::table('trials')->where('instance_id', $instance->id)->where('stamp', '!=', $stamp)->delete();
        DB::table('trials')->upsert(
            [
                [
                    'instance_id' => $instance->id,
                    'key' => $key,
                    'stamp' => $stamp,
                    'answer' => $answer,
                    'plan' => $answer === self::OPEN ? $plan : null,
                ],
            ],
            ['instance_id', 'key'],
        );
        if ($answer === self::OPEN) {
            $this->tasks->once(TaskKind::Trial);
        }
    }

    private function stamp(Instance $instance): string
    {
        return hash('xxh128', CatalogueStamp::now()." {$instance->id} {$instance->applies} {$instance->applied_at?->format('U')}");
    }
}

<?php

declare(strict_types=1);

namespace App\Work;

use Stasimon\Core\Resolve\Search\Deadline;

/**
 * The time that questions to the resolver may take, all those of one page together. What a page has no time for is worked
 * out by a worker, which has more.
 */
final class Allowance implements Deadline
{
    private ?int $end = null;

    private bool $spent = false;

    private bool $isForPage = false;

    public function forPage(): void
    {
        $this->begin((float) config('stasimon.page_seconds'));
        $this->isForPage = true;
    }

    /** For one question of long work; begun anew for each. */
    public function forWork(): void
    {
        $this->begin((float) config('stasimon.work_seconds'));
    }

    private function begin(float $seconds): void
    {
        $this->end = hrtime(true) + (int) ($seconds * 1e9);
        $this->isForPage = false;
        $this->spent = false;
    }

    public function reached(): bool
    {
        return $this->spent = $this->spent || ($this->end !== null && hrtime(true) >= $this->end);
    }

    /** Whether somebody waits for a page meanwhile. */
    public function isForPage(): bool
    {
        return $this->isForPage;
    }

    /** Whether a page had not the time that it needed, so that a worker has to go on with it. */
    public function isSpentOnPage(): bool
    {
        return $this->spent && $this->isForPage;
    }

    /** Whether something was stopped because the time was over. */
    public function isSpent(): bool
    {
        return $this->spent;
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Game\Failure;
use Stasimon\Core\Log\LogLine;

/** One failure that a log tells of. */
final readonly class Diagnosis
{
    /**
     * @param  list<LogLine>  $quotes  the lines that say so, the first of them first; none where it is known without the log
     * @param  array<string, string>  $details  what was caught or found out: package, version, target, range, found, level, file, class,
     *     member, …
     * @param  list<string>  $suspects  packages, the one most at fault first
     * @param  string  $why  how that is known, as sentences
     */
    public function __construct(
        public Failure $kind,
        public array $quotes,
        private array $details,
        public array $suspects = [],
        public Sureness $sure = Sureness::Certain,
        public string $why = 'The log says so in so many words.',
    ) {
    }

    /** @param  string  $why  as a sentence */
    public function suspectingToo(string $package, string $why): self
    {
        $isAlone = $this->suspects === [];

        return new self(
            $this->kind,
            $this->quotes,
            $isAlone ? ['package' => $package] + $this->details : $this->details,
            array_values(array_unique([...$this->suspects, $package])),
            $isAlone ? Sureness::Guess : $this->sure,
            $isAlone ? $why : "{$this->why} {$why}",
        );
    }

    public function get(string $detail): string
    {
        return $this->details[$detail] ?? '';
    }

    /** @return array<string, string> */
    public function details(): array
    {
        return $this->details;
    }

    /** Whether it was the code of a package that failed, and that is known well enough to tell it elsewhere. */
    public function isOfCode(): bool
    {
        $kinds = [Failure::Crash, Failure::NativeCrash, Failure::Endless, Failure::Deadlock, Failure::MissingMember, Failure::SameChange];

        return $this->quotes !== [] && in_array($this->kind, $kinds, true) && $this->sure !== Sureness::Guess;
    }

    /** The number of the line that it begins with; 0 where there is none. */
    public function line(): int
    {
        return ($this->quotes[0] ?? null)->number ?? 0;
    }
}

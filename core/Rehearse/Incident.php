<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

/** A failure as a log tells it: the line that says so, and the trace that follows. */
final class Incident
{
    /** @var list<string> classes, with dots, the innermost first */
    public array $frames = [];

    /** @var list<LogLine> */
    private array $quotes;

    /** @param  array<string, string>  $caught */
    public function __construct(public Failure $kind, LogLine $line, public array $caught)
    {
        $this->quotes = [$line];
    }

    public function frame(LogLine $line, string $class): void
    {
        $this->frames[] = $class;
        $this->quote($line);
    }

    /** @param  array<string, string>  $caught */
    public function add(LogLine $line, array $caught): void
    {
        $this->caught += $caught;
        $this->quote($line);
    }

    /** @param  array<string, string>  $caught  of the cause, if it is of a kind that is known */
    public function cause(LogLine $line, ?Failure $kind, array $caught): void
    {
        if ($kind !== null && $this->kind->saysLessThan($kind)) {
            $this->kind = $kind;
            $this->caught = $caught + $this->caught;
        }
        $this->quote($line);
    }

    private function quote(LogLine $line): void
    {
        if (count($this->quotes) < 40) {
            $this->quotes[] = $line;
        }
    }

    /** @return non-empty-list<LogLine> */
    public function quotes(): array
    {
        return $this->quotes === [] ? throw new \LogicException('An incident begins with a line.') : $this->quotes;
    }
}

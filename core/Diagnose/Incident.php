<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use LogicException;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Game\FailureSignature;
use Stasimon\Core\Log\LogLine;

/** A failure as a log tells it: the line that says so, the trace that follows, and the causes within it. */
final class Incident
{
    /** Frames of a trace that are looked at. */
    private const FRAMES = 400;

    /** Lines that are kept to be quoted. */
    private const QUOTES = 40;

    /** @var list<list<string>> classes, with dots, of each exception of a trace; the root cause first */
    private array $traces = [[]];

    /** The exception whose frames come now; null for one that was only thrown on the way. */
    private ?int $current = 0;

    private int $frames = 0;

    /** @var list<LogLine> */
    private array $quotes;

    private LogLine $root;

    /** Whether the program went on with its work after it. */
    public bool $isOver = false;

    /** Lines of its message before the first frame. */
    public int $words = 0;

    /**
     * @param  array<string, string>  $caught
     * @param  FailureSignature|null  $signature  by which it was known, if by one
     */
    public function __construct(
        public Failure $kind,
        LogLine $line,
        public array $caught,
        public Weight $weight,
        private readonly ?FailureSignature $signature = null,
    ) {
        $this->quotes = [$line];
        $this->root = $line;
    }

    public function frame(LogLine $line, string $class): void
    {
        if ($this->current !== null && $this->frames++ < self::FRAMES) {
            $this->traces[$this->current][] = $class;
        }
        $this->quote($line);
    }

    /** Takes what a line says that its message goes on with: what comes later is closer to the cause. */
    public function goesOn(LogLine $line): void
    {
        $more = $this->signature?->catchMore($line->message) ?? [];
        if ($more !== [] || $this->kind === Failure::BadConfig) {
            // Where in a file it is stands there, or what was missed.
            $this->caught = $more + $this->caught;
            $this->quote($line);
        }
    }

    /** @param  array<string, string>  $caught */
    public function add(LogLine $line, array $caught): void
    {
        $this->caught += $caught;
        $this->quote($line);
    }

    /**
     * What it was caused by, which mostly says more.
     *
     * @param  array<string, string>  $caught  of the cause, if it is of a kind that is known
     */
    public function cause(LogLine $line, ?Failure $kind, array $caught): void
    {
        array_unshift($this->traces, []);
        $this->current = 0;
        if ($kind !== null && ($this->kind->saysLessThan($kind) || ($kind === $this->kind && $kind === Failure::Crash))) {
            $this->kind = $kind;
            $this->caught = $caught + array_diff_key($this->caught, ['message' => '', 'exception' => '']);
            $this->root = $line;
        }
        $this->quote($line);
    }

    /** What wraps it, in traces that begin with the root cause. */
    public function wrapped(LogLine $line): void
    {
        $this->traces[] = [];
        $this->current = count($this->traces) - 1;
        $this->quote($line);
    }

    /** A thread of those that wait for each other, whose frames follow. */
    public function thread(LogLine $line, string $name): void
    {
        $known = explode(' and ', $this->caught['thread'] ?? '');
        $this->caught['thread'] = implode(' and ', array_unique([...array_filter($known), $name]));
        $this->wrapped($line);
    }

    /** What was thrown on the way and is no cause of it. */
    public function suppressed(LogLine $line): void
    {
        $this->current = null;
        $this->quote($line);
    }

    /** @return list<list<string>> classes of each thread of a deadlock, or of each cause */
    public function traces(): array
    {
        return array_values(array_filter($this->traces, fn (array $frames): bool => $frames !== []));
    }

    /** @return list<LogLine> every line that was kept */
    public function lines(): array
    {
        return $this->quotes;
    }

    public function hasFrames(): bool
    {
        return $this->frames > 0;
    }

    /** @return list<string> classes, with dots, the innermost of the root cause first */
    public function frames(): array
    {
        return array_merge(...$this->traces);
    }

    private function quote(LogLine $line): void
    {
        if (count($this->quotes) < self::QUOTES || $line === $this->root) {
            $this->quotes[] = $line;
        }
    }

    /** @return non-empty-list<LogLine> the first of them, and the line of the root cause with what follows it */
    public function quotes(int $most): array
    {
        $at = (int) array_search($this->root, $this->quotes, true);
        $chosen =
            $at < $most - 1
                ? array_slice($this->quotes, 0, $most)
                : [...array_slice($this->quotes, 0, intdiv($most, 2)), ...array_slice($this->quotes, $at, $most - intdiv($most, 2))];

        return $chosen === [] ? throw new LogicException('An incident begins with a line.') : $chosen;
    }
}

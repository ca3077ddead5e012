<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Game\Failure;
use Stasimon\Core\Game\LogForm;
use Stasimon\Core\Game\LogLevel;
use Stasimon\Core\Game\Platform;
use Stasimon\Core\Log\Course;
use Stasimon\Core\Log\LogArchive;
use Stasimon\Core\Log\LogLine;

/**
 * Finds in a log what a launch failed of; whose fault that is says {@see Blaming}. What was dealt with is no failure: a trace below a
 * warning, or an error after which the
 * program went on with its work. Of several starts in one log the last counts. Lines come one after another and are not kept,
 * so a log may be of any length.
 */
final class Diagnosing
{
    /** Failures that are kept of one log: the first of them, and the last, of which one is mostly the end. */
    private const MOST = 60;

    private const FIRST = 10;

    /** Failures that a person is told of. */
    private const TOLD = 20;

    /** Lines that an exception's message may have before its first frame. */
    private const WORDS = 30;

    /** What a program says on its way out, whatever has gone wrong. */
    private const LEAVING = '/\b(?:shut(?:ting)?[ -]?down|stop(?:s|ped|ping)?|exit(?:s|ed|ing)?|terminat\w*|clos(?:e|es|ed|ing)|abort\w*'.
        '|halt\w*|giving up|crash report|disconnect\w*)\b|^\W*(?:good)?bye\b.{0,20}$|^\W*(?:(?:all )?(?:is )?(?:saved|done|cleaned '.
        'up)|cleaning up|saving|farewell|see you)\W*$/i';

    /** What people say to one another in a game, whatever it is. */
    private const SPEECH = '/^\s*(?:\[(?i:chat|say)\]\s*:?\s*|<[^<>\s"\'=\/]{1,40}>\s)/';

    /** What a report begins with that is written because something failed: it goes on with what was there, not with the work. */
    private const REPORT = '/\b(?:crash|error|bug) ?report\b/i';

    /** @var list<Incident> */
    private array $incidents = [];

    private ?Incident $open = null;

    /** A line that may be an exception, if a frame follows. */
    private ?LogLine $maybe = null;

    /** The level of the entry that lines without a level belong to; nothing before the first. */
    private ?LogLevel $under = null;

    /** @var list<LogLine>|null a trace whose exception is to come: its lines */
    private ?array $trace = null;

    /** Whether the trace that comes is of what the last exception led to. */
    private bool $isChained = false;

    private readonly Wordings $wordings;

    private Beginning $beginning;

    private Course $course;

    /** A failure that one line told as a warning, or an error without a trace, after which nothing else was said. */
    private ?Incident $slight = null;

    /** The course of the first log of several that has one. */
    private ?Course $told = null;

    /** @var array<string, Diagnosis> of the logs before this one, of several in one text */
    private array $earlier = [];

    public function __construct(
        private readonly LogForm $form,
        private readonly Platform $platform,
        private readonly Holders $holders,
        private readonly string $game = '',
        private readonly Circumstances $circumstances = new Circumstances(),
    ) {
        $this->course = new Course($form);
        $this->wordings = new Wordings($form, $platform);
        $this->beginning = new Beginning();
    }

    /**
     * @param  iterable<LogLine>  $lines
     * @param  bool|null  $hasFailed  whether the launch failed, where that is known from elsewhere
     * @return list<Diagnosis> in the order of the log
     */
    public function of(iterable $lines, ?bool $hasFailed = null): array
    {
        foreach ($lines as $line) {
            $this->follow($line);
        }

        return $this->diagnoses($hasFailed);
    }

    public function follow(LogLine $line): void
    {
        $mayHead = $line->level === null && str_starts_with($line->message, '══ ');
        if ($mayHead && preg_match(LogArchive::HEADING, $line->message) === 1) {
            $this->earlier += $this->ofOneLog(null);
            $this->told ??= $this->course->phases() === [] ? null : $this->course;
            [$this->under, $this->beginning] = [null, new Beginning()];
            $this->startAnew();

            return;
        }
        if ($this->beginning->comesAgain($line->message)) {
            $this->startAnew();
        }
        $this->course->follow($line);
        $parts = str_contains($line->message, "\n") ? explode("\n", $line->message) : [$line->message];
        if ($line->level === null) {
            $this->text($line);
        } else {
            $this->entry(count($parts) === 1 ? $line : $line->saying($parts[0]));
        }
        foreach (array_slice($parts, 1) as $part) {
            $this->text(new LogLine($line->number, '', '', null, '', $part));
        }
    }

    private function startAnew(): void
    {
        [$this->incidents, $this->open, $this->maybe, $this->slight, $this->course] = [[], null, null, null, new Course($this->form)];
    }

    /** A line with a level. */
    private function entry(LogLine $line): void
    {
        [$this->open, $this->maybe, $this->under] = [null, null, $line->level];
        if ($line->level !== LogLevel::Error) {
            $this->goesOnWith($line);
            $this->slight = $line->level === LogLevel::Warn ? $this->slight($line) : null;

            return;
        }
        [$signature, $caught, $isOfGame] = $this->wordings->read($line->message, true);
        // That it leaves is not why it does.
        $this->slight =
            $signature === null && preg_match(self::LEAVING, $line->message) !== 1
                ? new Incident(Failure::Crash, $line, ['exception' => '', 'message' => $line->message], Weight::Handled)
                : null;
        if ($signature !== null) {
            $this->begin(
                new Incident(
                    $signature->kind,
                    $line,
                    $caught,
                    $isOfGame ? Weight::Fatal : $this->weight($line, $signature->kind),
                    $signature,
                ),
            );
        }
    }

    /** What a warning says in one line, where that is known to be a failure. */
    private function slight(LogLine $line): ?Incident
    {
        [$signature, $caught] = $this->wordings->read($line->message, false);

        return $signature === null ? null : new Incident($signature->kind, $line, $caught, Weight::Handled, $signature);
    }

    /** A line without a level: of a trace, of what the runtime prints by itself, or of anything else. */
    private function text(LogLine $line): void
    {
        if ($this->open === null && $this->trace === null && preg_match(self::SPEECH, $line->message) === 1) {
            $this->goesOnWith($line);

            return;
        }
        if ($this->platform->ended !== '' && $this->incidents !== [] && preg_match($this->platform->ended, $line->message) === 1) {
            $this->incidents[count($this->incidents) - 1]->weight = Weight::Fatal;

            return;
        }
        if (
            ($this->platform->before !== '' && $this->followsTrace($line)) ||
            ($this->open !== null && $this->continues($this->open, $line))
        ) {
            return;
        }
        if ($this->maybe !== null && preg_match($this->platform->frame, $line->message) === 1) {
            [$maybe, $this->maybe] = [$this->maybe, null];
            $this->begin(
                new Incident(Failure::Crash, $maybe, $this->wordings->exception($maybe->message), $this->weight($maybe, Failure::Crash)),
            );
            $this->text($line);

            return;
        }
        if ($this->isSignature($line)) {
            return;
        }
        if ($this->open !== null && $this->holds($this->open, $line)) {
            $this->open->goesOn($line);

            return;
        }
        $this->open = null;
        $this->maybe = $this->wordings->exception($line->message) === [] ? $this->maybe : $line;
        if ($this->under === null && trim($line->message) !== '' && $this->maybe === null) {
            $this->goesOnWith($line);
        }
    }

    /** The blank and commented lines of a runtime's own report hold it together; an exception's message may have several. */
    private function holds(Incident $open, LogLine $line): bool
    {
        return $open->kind === Failure::NativeCrash ||
            ($open->kind === Failure::Deadlock && ! $open->hasFrames()) ||
            (! $open->hasFrames() &&
                (trim($line->message) !== '' || $open->kind === Failure::BadConfig) &&
                $open->words++ < self::WORDS);
    }

    /** Whether a line is known, and begins an incident or belongs to one of its kind. */
    private function isSignature(LogLine $line): bool
    {
        // Where no line says how serious it is, any may be what the game's own wordings are about.
        $isBare = $this->under === null && ! $this->form->saysLevels();
        [$signature, $caught, $isOfGame] = $this->wordings->read($line->message, $isBare || $this->under === LogLevel::Error);
        if ($signature !== null) {
            $kind = $signature->kind;
            if ($this->open !== null && $this->open->kind === $kind && $kind === Failure::NativeCrash) {
                $this->open->add($line, $caught);

                return true;
            }
            $weight = $isOfGame && ! $isBare ? Weight::Fatal : $this->weight($line, $kind);
            $this->begin(new Incident($kind, $line, $caught, $weight, $signature));

            return true;
        }

        return false;
    }

    /** What was dealt with is over once the program says something else than that it leaves. */
    private function goesOnWith(LogLine $line): void
    {
        if (
            $this->incidents === [] ||
            preg_match(self::LEAVING, $line->message) === 1 ||
            preg_match(self::REPORT, $this->beginning->first()) === 1
        ) {
            return;
        }
        foreach ($this->incidents as $incident) {
            $incident->isOver = true;
        }
    }

    private function begin(Incident $incident): void
    {
        $this->open = $incident;
        $this->incidents[] = $incident;
        if (count($this->incidents) > self::MOST) {
            array_splice($this->incidents, self::FIRST, 1);
        }
    }

    private function weight(LogLine $line, Failure $kind): Weight
    {
        return match (true) {
            in_array($kind, [Failure::NativeCrash, Failure::NotStarted, Failure::MachineMemory, Failure::Deadlock, Failure::Hung], true),
            $this->platform->uncaught !== '' && preg_match($this->platform->uncaught, $line->message) === 1 => Weight::Fatal,
            $this->under === LogLevel::Info || $this->under === LogLevel::Warn => Weight::Handled,
            default => Weight::Told,
        };
    }

    /** @param  array<array-key, string>  $frame  what the platform's pattern has caught */
    private static function framed(array $frame): string
    {
        return ($frame['file'] ?? '') !== '' ? strtr($frame['file'], '\\', '/') : strtr($frame['class'] ?? '', '/', '.');
    }

    /** Whether a line belongs to a trace that comes before its exception, or is that exception. */
    private function followsTrace(LogLine $line): bool
    {
        if (preg_match($this->platform->before, $line->message) === 1) {
            $this->trace = [];

            return true;
        }
        if ($this->trace === null) {
            if (preg_match($this->platform->cause, $line->message) === 1) {
                $this->isChained = $this->open !== null;

                return true;
            }
            // Between an exception and what it led to there are blank lines only.
            $this->isChained = $this->isChained && trim($line->message) === '';

            return $this->open !== null && trim($line->message) === '';
        }
        if ($line->message === '' || ctype_space($line->message[0])) {
            count($this->trace) < self::WORDS * 10 && ($this->trace[] = $line);

            return true;
        }
        [$trace, $this->trace] = [$this->trace, null];
        $this->beginAfterTrace($line);
        foreach (array_reverse($trace) as $entry) {
            if ($this->open !== null && preg_match($this->platform->frame, $entry->message, $frame) === 1) {
                $this->open->frame($entry, self::framed($frame));
            }
        }

        return true;
    }

    /** The exception that a trace before it was about. */
    private function beginAfterTrace(LogLine $line): void
    {
        if ($this->isChained && $this->open !== null) {
            $this->open->wrapped($line);
        } else {
            [$signature, $caught, $isOfGame] = $this->wordings->read($line->message, $this->under === LogLevel::Error);
            $exception = $this->wordings->exception($line->message);
            $this->begin(
                new Incident(
                    $signature->kind ?? Failure::Crash,
                    $line,
                    $signature === null ? $exception : $caught,
                    $isOfGame ? Weight::Fatal : ($this->under === LogLevel::Warn ? Weight::Handled : Weight::Told),
                    $signature,
                ),
            );
        }
    }

    /** Whether a line belongs to the trace that is open: a frame, or a cause, which may say more than what it caused. */
    private function continues(Incident $open, LogLine $line): bool
    {
        if (
            $open->kind === Failure::Deadlock &&
            $this->platform->thread !== '' &&
            preg_match($this->platform->thread, $line->message, $named) === 1
        ) {
            $open->thread($line, $named['thread']);

            return true;
        }
        if (preg_match($this->platform->frame, $line->message, $frame) === 1) {
            $open->frame($line, self::framed($frame));

            return true;
        }
        if (preg_match($this->platform->cause, $line->message) === 1) {
            $text = (string) preg_replace($this->platform->cause, '', $line->message);
            [$signature, $caught] = $this->wordings->read($text, true);
            $kind = $signature?->kind;
            $exception = $kind === null ? $this->wordings->exception($text) : [];
            $open->cause($line, $exception === [] ? $kind : Failure::Crash, $exception === [] ? $caught : $exception);

            return true;
        }
        if (preg_match('/^\s*Wrapped by: /', $line->message) === 1) {
            $open->wrapped($line);

            return true;
        }
        if ($this->platform->suppressed !== '' && preg_match($this->platform->suppressed, $line->message) === 1) {
            $open->suppressed($line);

            return true;
        }

        return $this->platform->goesOn !== '' && preg_match($this->platform->goesOn, $line->message) === 1;
    }

    public function course(): Course
    {
        return $this->course->phases() === [] ? $this->told ?? $this->course : $this->course;
    }

    /**
     * @param  bool|null  $hasFailed  whether the launch failed, where that is known from elsewhere
     * @return list<Diagnosis> in the order of the log, each failure once
     */
    public function diagnoses(?bool $hasFailed = null): array
    {
        $diagnoses = array_values($this->earlier + $this->ofOneLog($hasFailed));
        $tooMany = count($diagnoses) - self::TOLD;
        if ($tooMany > 0) {
            array_splice($diagnoses, self::FIRST, $tooMany);
        }

        return $diagnoses;
    }

    /**
     * What of a launch that came up and went on is worth a look all the same: a thread of it died.
     *
     * @return list<Diagnosis>
     */
    public function worries(): array
    {
        $blaming = new Blaming($this->form, $this->holders, $this->game, null, $this->circumstances);
        $worries = [];
        foreach ($this->incidents as $incident) {
            $hasDied =
                $incident->weight === Weight::Fatal ||
                ($this->platform->died !== '' && preg_match($this->platform->died, $incident->lines()[0]->message) === 1);
            if (
                $hasDied &&
                ! in_array($incident->kind, [Failure::NativeCrash, Failure::NotStarted, Failure::Hung, Failure::Deadlock], true) &&
                $incident->frames() !== []
            ) {
                $diagnosis = $blaming->of($incident);
                $worries[self::key($diagnosis)] ??= $diagnosis;
            }
        }

        return array_slice(array_values($worries), 0, self::TOLD);
    }

    /** @return array<string, Diagnosis> each failure once, by what it is */
    private function ofOneLog(?bool $hasFailed): array
    {
        $blaming = new Blaming($this->form, $this->holders, $this->game, $this->course->pending(), $this->circumstances);
        $diagnoses = $weights = $over = [];
        $waiting = [];
        $counting = $this->counting($hasFailed);
        $isFull = array_filter($counting, fn (Incident $one): bool => $one->kind === Failure::OutOfMemory) !== [];
        foreach ($counting as $incident) {
            // A runtime that was told to crash when the memory is full: that is why it crashed.
            if ($isFull && $incident->kind === Failure::NativeCrash && ($incident->caught['what'] ?? '') === 'OutOfMemory') {
                continue;
            }
            if ($incident->kind === Failure::Hung || $incident->kind === Failure::Deadlock) {
                $waiting[] = $incident;

                continue;
            }
            $diagnosis = $blaming->of($incident);
            $key = self::key($diagnosis);
            // Of one that comes again, what the program ended with says more than what it got over.
            if (
                ! isset($diagnoses[$key]) ||
                ($incident->weight === Weight::Fatal && ($weights[$key] ?? null) !== Weight::Fatal) ||
                (($weights[$key] ?? null) === $incident->weight && $over[$key] && ! $incident->isOver)
            ) {
                unset($diagnoses[$key]);
                [$diagnoses[$key], $weights[$key], $over[$key]] = [$diagnosis, $incident->weight, $incident->isOver];
            }
        }
        $hung = $waiting === [] ? null : $blaming->waiting($waiting);

        return $diagnoses + ($hung === null ? [] : [self::key($hung) => $hung]);
    }

    private static function key(Diagnosis $diagnosis): string
    {
        return implode(' ', [
            $diagnosis->kind->value,
            ...$diagnosis->suspects,
            ...array_map($diagnosis->get(...), ['target', 'file', 'exception', 'class', 'member']),
        ]);
    }

    /** @return list<Incident> those that something failed of */
    private function counting(?bool $hasFailed): array
    {
        if ($hasFailed === false) {
            return [];
        }
        $told = array_values(
            array_filter(
                $this->incidents,
                fn (Incident $one): bool => $one->weight === Weight::Fatal ||
                    ($one->weight === Weight::Told && ($hasFailed === true || ! $one->isOver)),
            ),
        );
        $last = $this->incidents[count($this->incidents) - 1] ?? null;
        // What nothing came after was the end, though somebody had called it a small thing.
        $isEnd =
            $last !== null &&
            $last->weight === Weight::Handled &&
            ($hasFailed === true || ($this->under === LogLevel::Info && ! $last->isOver));

        return match (true) {
            $told !== [] => $told,
            $isEnd => [$last],
            // A launch that ended badly and had nothing worse to say ended with what it said last.
            $hasFailed === true && $this->slight !== null => [$this->slight],
            default => [],
        };
    }
}

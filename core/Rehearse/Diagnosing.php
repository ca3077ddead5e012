<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

/**
 * Finds in a log what a launch failed of, and whose fault it is: by what the loader says, by whose code is in a stack trace,
 * and by what was being started. Lines come one after another and are not kept, so a log may be of any length.
 */
final class Diagnosing
{
    /** Failures that one log may tell of; what comes after them follows from them. */
    private const MOST = 20;

    /** Frames of a trace that are looked at. */
    private const FRAMES = 400;

    private const QUOTED = 6;

    /** @var list<Incident> */
    private array $incidents = [];

    private ?Incident $open = null;

    private readonly Course $course;

    public function __construct(private readonly LogForm $form, private readonly Platform $platform, private readonly Holders $holders, private readonly string $game = '')
    {
        $this->course = new Course($form);
    }

    /**
     * @param  iterable<LogLine>  $lines
     * @return list<Diagnosis> in the order of the log
     */
    public function of(iterable $lines): array
    {
        foreach ($lines as $line) {
            $this->follow($line);
        }

        return $this->diagnoses();
    }

    public function follow(LogLine $line): void
    {
        $this->course->follow($line);
        if ($line->level === 'info' || $line->level === 'warn') {
            $this->open = null;

            return;
        }
        if ($line->level === 'text' && $this->open !== null && $this->continues($line)) {
            return;
        }
        // What comes after so many failures is not even looked at, whatever the length of the log.
        [$kind, $caught] = count($this->incidents) < self::MOST ? $this->read($line->message, $line->level === 'error') : [null, []];
        if ($kind === null) {
            // The blank and commented lines of a runtime's own report hold it together.
            $this->open = $line->level === 'text' && $this->open?->kind === Failure::NativeCrash ? $this->open : null;

            return;
        }
        if ($this->open !== null && $line->level === 'text' && $this->open->kind === $kind && $kind === Failure::NativeCrash) {
            $this->open->add($line, $caught);

            return;
        }
        $this->open = new Incident($kind, $line, $caught);
        $this->incidents[] = $this->open;
    }

    /** Whether a line belongs to the trace that is open: a frame, or a cause, which may say more than what it caused. */
    private function continues(LogLine $line): bool
    {
        if ($this->open === null) {
            return false;
        }
        if (preg_match($this->platform->frame, $line->message, $frame) === 1) {
            if (count($this->open->frames) < self::FRAMES) {
                $this->open->frame($line, strtr($frame['class'], '/', '.'));
            }

            return true;
        }
        if (preg_match($this->platform->cause, $line->message) === 1) {
            [$kind, $caught] = $this->read((string) preg_replace($this->platform->cause, '', $line->message), true);
            $this->open->cause($line, $kind, $caught);

            return true;
        }

        return preg_match('/^\s+(?:\.\.\. \d+ more|- |java\.lang\.Thread\.State)/', $line->message) === 1;
    }

    /**
     * @param  bool  $ofGame  whether the game's own wordings may be meant
     * @return array{Failure|null, array<string, string>}
     */
    private function read(string $message, bool $ofGame): array
    {
        foreach ($ofGame ? $this->form->signatures : [] as $signature) {
            $caught = $signature->catch($message);
            if ($caught !== null) {
                return [$signature->kind, $caught];
            }
        }
        foreach ($this->platform->signatures as $signature) {
            $caught = $signature->catch($message);
            if ($caught !== null) {
                return [$signature->kind, $caught];
            }
        }

        return [null, []];
    }

    public function course(): Course
    {
        return $this->course;
    }

    /** @return list<Diagnosis> in the order of the log, each failure once */
    public function diagnoses(): array
    {
        $diagnoses = [];
        $waiting = [];
        foreach ($this->incidents as $incident) {
            if ($incident->kind === Failure::Hung || $incident->kind === Failure::Deadlock) {
                $waiting[] = $incident;

                continue;
            }
            $diagnosis = $this->blamed($incident);
            if ($diagnosis !== null) {
                $diagnoses[$diagnosis->kind->value.' '.implode(' ', $diagnosis->suspects).$diagnosis->get('target').$diagnosis->get('file')] ??= $diagnosis;
            }
        }
        $hung = $waiting === [] ? null : $this->waiting($waiting);

        return [...array_values($diagnoses), ...($hung === null ? [] : [$hung])];
    }

    private function blamed(Incident $incident): ?Diagnosis
    {
        $details = $incident->caught;
        $class = strtr($details['class'] ?? '', '/', '.');
        $details['class'] = $class;
        $named = $details['package'] ?? null;
        $kind = $incident->kind;
        if ($kind === Failure::RuntimeTooOld) {
            $details['level'] ??= $details['level2'] ?? '';
            $named ??= $this->form->isOwn($class) || ($class === '' && ! isset($details['assembly']) && $incident->frames === []) ? $this->game : $this->holders->ofClass($class);
        }
        if ($kind === Failure::Unreadable || $kind === Failure::BadConfig) {
            $named ??= $kind === Failure::BadConfig ? $this->inCode($incident) : $this->holders->ofFile($details['file'] ?? '');
        }
        if ($kind === Failure::ClassDamaged) {
            $named ??= $this->holders->ofClass($class);
        }
        if ($kind === Failure::MissingClass && $this->form->sideOf($class) !== null) {
            $kind = Failure::WrongSide;
            $details['side'] = (string) $this->form->sideOf($class);
        }
        if ($kind === Failure::MissingClass || $kind === Failure::MissingMember) {
            $details['target'] ??= (string) ($class === '' ? null : $this->holders->ofClass($class));
        }
        if ($kind === Failure::MissingAssembly || $kind === Failure::WrongAssembly) {
            $details['target'] ??= (string) $this->holders->ofAssembly($details['assembly'] ?? '');
        }

        return $this->suspecting($kind, $incident, $details, $named);
    }

    /** @param  array<string, string>  $details */
    private function suspecting(Failure $kind, Incident $incident, array $details, ?string $named): ?Diagnosis
    {
        $inCode = $kind === Failure::OutOfMemory || $kind === Failure::MachineMemory ? null : $this->inCode($incident);
        $starting = $this->course->pending();
        $others = ($details['target'] ?? '') !== '' && in_array($kind, [Failure::SameChange, Failure::SameNumber, Failure::Excluded], true) ? [$details['target']] : [];
        [$suspects, $sure, $why] = match (true) {
            $named !== null => [[$named, ...$others], Sureness::Certain, isset($incident->caught['package']) ? 'The log names it.' : 'What the log names is in its file.'],
            $kind === Failure::OutOfMemory || $kind === Failure::MachineMemory || $kind === Failure::NoLoader => [[], Sureness::Certain, 'The log says so; whichever mod happened to be at work when the memory was full has no part in it.'],
            $inCode !== null => [[$inCode], Sureness::Likely, $this->whyInCode($incident, $inCode)],
            $starting !== null && $kind !== Failure::Endless => [[$starting->name], Sureness::Guess, 'No mod is in the trace. It was being started when the log ends, which may be chance.'],
            default => [[], Sureness::Guess, 'No mod is in the trace, and none was being started.'],
        };
        if ($suspects === [] && in_array($kind, [Failure::Crash, Failure::Endless, Failure::NativeCrash], true)) {
            return null;
        }
        $details['package'] = $suspects[0] ?? '';
        $sure = $kind === Failure::MissingMember && $inCode !== null && ($details['target'] ?? '') !== '' ? Sureness::Certain : $sure;

        return new Diagnosis($kind, array_slice($incident->quotes(), 0, self::QUOTED), $details, $suspects, $sure, $why);
    }

    /** The first package whose code is in the trace: where the failure arose in the game's own code, whose call led there. */
    private function inCode(Incident $incident): ?string
    {
        foreach ($incident->frames as $class) {
            $holder = $this->form->isOwn($class) ? null : $this->holders->ofClass($class);
            if ($holder !== null) {
                return $holder;
            }
        }

        return null;
    }

    private function whyInCode(Incident $incident, string $package): string
    {
        $first = $incident->frames[0] ?? '';

        return ! $this->form->isOwn($first) && $this->holders->ofClass($first) === $package
            ? 'It happened in its code, by the first line of the trace.'
            : 'Its code is the first of a mod in the trace; it called what failed.';
    }

    /** @param  non-empty-list<Incident>  $incidents  threads that wait */
    private function waiting(array $incidents): ?Diagnosis
    {
        $suspects = array_values(array_unique(array_filter(array_map($this->inCode(...), $incidents))));
        $isDeadlock = count($suspects) > 1;
        if ($suspects === []) {
            return null;
        }
        $quotes = array_merge(...array_map(fn (Incident $incident): array => array_slice($incident->quotes(), 0, 3), $incidents));

        return new Diagnosis($isDeadlock ? Failure::Deadlock : Failure::Hung, array_slice($quotes, 0, self::QUOTED), ['package' => $suspects[0], 'target' => $suspects[1] ?? ''], $suspects, Sureness::Likely, $isDeadlock ? 'Each is in the trace of a thread that waits for the other.' : 'Its code is where the game waits.');
    }
}

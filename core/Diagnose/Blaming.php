<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Game\Failure;
use Stasimon\Core\Game\LogForm;
use Stasimon\Core\Log\Stretch;

/** Whose fault a failure is: by what the loader says, by whose code is in a stack trace, and by what was being started. */
final readonly class Blaming
{
    /** Lines that a diagnosis quotes. */
    private const QUOTED = 6;

    /**
     * @param  string  $game  the id under which the game itself is blamed
     * @param  Stretch|null  $starting  the mod that had begun to start, and was not through when the log ends
     */
    public function __construct(private LogForm $form, private Holders $holders, private string $game, private ?Stretch $starting)
    {
    }

    public function of(Incident $incident): Diagnosis
    {
        $details = $incident->caught;
        $class = strtr($details['class'] ?? '', '/', '.');
        $details['class'] = $class;
        $named = $details['package'] ?? null;
        $kind = $incident->kind;
        if ($kind === Failure::RuntimeTooOld) {
            $details['level'] ??= $details['level2'] ?? '';
            $named ??= $this->form->isOwn($class) || ($class === '' && ! isset($details['assembly']) && $incident->frames() === []) ? $this->game : $this->holders->ofClass($class);
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
    private function suspecting(Failure $kind, Incident $incident, array $details, ?string $named): Diagnosis
    {
        $inCode = in_array($kind, [Failure::OutOfMemory, Failure::MachineMemory, Failure::NotStarted], true) ? null : $this->inCode($incident);
        $others = ($details['target'] ?? '') !== '' && in_array($kind, [Failure::SameChange, Failure::SameNumber, Failure::Excluded], true) ? [$details['target']] : [];
        [$suspects, $sure, $why] = match (true) {
            $named !== null => [[$named, ...$others], Sureness::Certain, isset($incident->caught['package']) ? 'The log names it.' : 'What the log names is in its file.'],
            $kind === Failure::OutOfMemory || $kind === Failure::MachineMemory || $kind === Failure::NoLoader || $kind === Failure::NotStarted => [[], Sureness::Certain, $kind === Failure::OutOfMemory ? 'The log says so; whichever mod happened to be at work when the memory was full has no part in it.' : 'The log says so in so many words.'],
            $inCode !== null => [[$inCode], Sureness::Likely, $this->whyInCode($incident, $inCode)],
            $this->starting !== null && $kind !== Failure::Endless => [[$this->starting->name], Sureness::Guess, 'No mod is in the trace. It was being started when the log ends, which may be chance.'],
            $this->holders->knowNothing() => [[], Sureness::Certain, 'It is read against no instance, so whose code that was is not known.'],
            default => [[], Sureness::Certain, 'No mod is in the trace, and none was being started.'],
        };
        $details['package'] = $suspects[0] ?? '';
        $sure = $kind === Failure::MissingMember && $inCode !== null && ($details['target'] ?? '') !== '' ? Sureness::Certain : $sure;

        return new Diagnosis($kind, $incident->quotes(self::QUOTED), $details, $suspects, $sure, $why);
    }

    /** The first package whose code is in the trace: where the failure arose in the game's own code, whose call led there. */
    private function inCode(Incident $incident): ?string
    {
        foreach ($incident->frames() as $class) {
            $holder = $this->form->isOwn($class) ? null : $this->holders->ofClass($class);
            if ($holder !== null) {
                return $holder;
            }
        }

        return null;
    }

    private function whyInCode(Incident $incident, string $package): string
    {
        $first = $incident->frames()[0] ?? '';

        return ! $this->form->isOwn($first) && $this->holders->ofClass($first) === $package
            ? 'It happened in its code, by the first line of the trace.'
            : 'Its code is the first of a mod in the trace; it called what failed.';
    }

    /** @param  non-empty-list<Incident>  $incidents  threads that wait */
    public function waiting(array $incidents): ?Diagnosis
    {
        $suspects = array_values(array_unique(array_filter(array_map($this->inCode(...), $incidents))));
        $isDeadlock = count($suspects) > 1;
        if ($suspects === []) {
            return null;
        }
        $quotes = array_merge(...array_map(fn (Incident $incident): array => $incident->quotes(3), $incidents));

        return new Diagnosis($isDeadlock ? Failure::Deadlock : Failure::Hung, array_slice($quotes, 0, self::QUOTED), ['package' => $suspects[0], 'target' => $suspects[1] ?? ''], $suspects, Sureness::Likely, $isDeadlock ? 'Each is in the trace of a thread that waits for the other.' : 'Its code is where the game waits.');
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Closure;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Game\LogForm;
use Stasimon\Core\Log\Stretch;

/**
 * Whose fault a failure is. Evidence adds up: what the loader says, whose code is in a stack trace and whose config in the
 * message, what was being started, and what is known beside the log.
 */
final readonly class Blaming
{
    /** Lines that a diagnosis quotes. */
    private const QUOTED = 6;

    /** A file that people write settings into, as it stands in a message. */
    private const CONFIG = '~(?<file>(?:[\w.+@-]+[/\\\\])*[\w.+@-]+\.(?:json5?|jsonc|ya?ml|toml|xml|ini|cfg|conf|properties'.
        '|txt))(?![\w.])~i';

    /** What concerns the machine or the runtime, whichever mod was at work when it came. */
    private const NOBODYS = [
        Failure::OutOfMemory,
        Failure::MachineMemory,
        Failure::NotStarted,
        Failure::NoLoader,
        Failure::DiskFull,
        Failure::NoPermission,
        Failure::TooManyFiles,
        Failure::PathTooLong,
    ];

    /**
     * @param  string  $game  the id under which the game itself is blamed
     * @param  Stretch|null  $starting  the mod that had begun to start, and was not through when the log ends
     */
    public function __construct(
        private LogForm $form,
        private Holders $holders,
        private string $game,
        private ?Stretch $starting,
        private Circumstances $circumstances = new Circumstances(),
    ) {
    }

    public function of(Incident $incident): Diagnosis
    {
        $details = $incident->caught;
        // One wording may have a value in several places.
        foreach (['class', 'member', 'level', 'library', 'entry'] as $name) {
            $value = $details[$name] ?? ($details["{$name}2"] ?? ($details["{$name}3"] ?? ''));
            $details = array_filter([$name => $value]) + array_diff_key($details, ["{$name}2" => '', "{$name}3" => '']);
        }
        $class = $details['class'] = strtr($details['class'] ?? '', '/', '.');
        $kind = $incident->kind;
        if ($kind === Failure::BadConfig) {
            $details = $this->locating($incident, $details);
        }
        if ($kind === Failure::MissingClass && $this->form->sideOf($class) !== null) {
            $kind = Failure::WrongSide;
            $details['side'] = (string) $this->form->sideOf($class);
        }
        if ($kind === Failure::MissingClass || $kind === Failure::MissingMember) {
            // A field is looked for in the class that owns it, a method in the one that should have it.
            $details['target'] ??= (string) ($class === '' ? null : $this->holders->ofClass($class));
        }
        if ($kind === Failure::MissingAssembly || $kind === Failure::WrongAssembly) {
            $details['target'] ??= (string) $this->holders->ofAssembly($details['assembly'] ?? '');
        }

        return $this->suspecting($kind, $incident, $details);
    }

    /**
     * The file that could not be understood, from the lines about it, and where in it.
     *
     * @param  array<string, string>  $details
     * @return array<string, string>
     */
    private function locating(Incident $incident, array $details): array
    {
        foreach ($incident->lines() as $line) {
            if (preg_match('/^\s+at [\w.$\/@]+\(/', $line->message) === 1) {
                continue;
            }
            if (($details['file'] ?? '') === '' && preg_match(self::CONFIG, $line->message, $named) === 1) {
                $details['file'] = strtr($named['file'], '\\', '/');
            }
            // Where a parser names several places, the last is where it gave up.
            if (
                ! isset($incident->caught['what']) &&
                preg_match(
                    '/\blines?(?:Number)?:? ?(?<line>\d+)(?:[,;]? (?:and )?(?:column|col|position|BytePositionInLine)(?:Number)?:? '.
                    '?(?<column>\d+))?/i',
                    substr($line->message, (int) strripos($line->message, 'line')),
                    $at,
                ) === 1
            ) {
                $details['what'] = $at['line'];
                $details['column'] = $at['column'] ?? '';
            }
        }
        $details['file'] = $this->holders->relative($details['file'] ?? '');

        return $details;
    }

    /**
     * @param  array<string, string>  $details
     * @return list<Clue>
     */
    private function clues(Failure $kind, Incident $incident, array $details): array
    {
        if (in_array($kind, self::NOBODYS, true)) {
            return [];
        }
        $clues = [];
        $add = function (?string $package, Ground $ground, string $text) use (&$clues): void {
            $clues = $package === null || $package === '' ? $clues : [...$clues, new Clue($package, $ground, $text)];
        };
        $add($incident->caught['package'] ?? null, Ground::Named, 'The log names it.');
        $this->addHolders($kind, $incident, $details, $add);
        $add($this->holders->ofClass($details['provider'] ?? ''), Ground::Provides, 'It is the one that provides the service.');
        $inCode = $this->inCode($incident->frames());
        $add(
            $inCode,
            $inCode !== null && $this->aroseIn($incident, $inCode) ? Ground::Arose : Ground::Called,
            $inCode !== null && $this->aroseIn($incident, $inCode)
                ? 'It happened in its code, by the first line of the trace.'
                : 'Its code is the first of a mod in the trace; it called what failed.',
        );
        $line = $incident->quotes(1)[0];
        $mentioned = $clues === [] ? $this->holders->named($line->message, [$details['target'] ?? '']) : null;
        $add($mentioned, Ground::Mentioned, 'The line about it names it.');
        $add(
            $kind === Failure::Endless ? null : $this->starting?->name,
            Ground::Starting,
            $clues === []
                ? 'No mod is in the trace. It was being started when the log ends, which may be chance.'
                : 'It was being started when the log ends.',
        );

        return [...$clues, ...$this->circumstances->clues($kind, Clue::ranked($clues))];
    }

    /**
     * By what a file holds.
     *
     * @param  array<string, string>  $details
     * @param  Closure(?string, Ground, string): void  $add
     */
    private function addHolders(Failure $kind, Incident $incident, array $details, Closure $add): void
    {
        $class = $details['class'] ?? '';
        if ($kind === Failure::RuntimeTooOld) {
            $add(
                $this->form->isOwn($class) || ($class === '' && ! isset($details['assembly']) && $incident->frames() === [])
                    ? $this->game
                    : $this->holders->ofClass($class),
                Ground::Holds,
                'What the log names is in its file.',
            );
        }
        if ($kind === Failure::Unreadable) {
            $add($this->holders->ofFile($details['file'] ?? ''), Ground::Holds, 'What the log names is in its file.');
        }
        if ($kind === Failure::ClassDamaged) {
            $add($this->holders->ofClass($class), Ground::Holds, 'What the log names is in its file.');
        }
        if ($kind === Failure::BadConfig) {
            $add($this->holders->ofConfig($details['file'] ?? ''), Ground::Holds, 'The file is its own.');
        }
    }

    /** @param  array<string, string>  $details */
    private function suspecting(Failure $kind, Incident $incident, array $details): Diagnosis
    {
        $clues = $this->clues($kind, $incident, $details);
        $ranked = Clue::ranked($clues);
        $best = $ranked === [] ? [] : Clue::for($clues, $ranked[0]);
        $others =
            $best !== [] &&
            $best[0]->ground === Ground::Named &&
            ($details['target'] ?? '') !== '' &&
            in_array($kind, [Failure::SameChange, Failure::SameNumber, Failure::Excluded], true)
                ? [$details['target']]
                : [];
        $suspects = array_values(array_unique([...array_slice($ranked, 0, 1), ...$others]));
        $why = match (true) {
            $best !== [] => implode(' ', array_unique(array_column($best, 'text'))),
            $kind === Failure::OutOfMemory => 'The log says so; whichever mod happened to be at work when the memory was full has no part '.
                'in it.',
            in_array($kind, self::NOBODYS, true) => 'The log says so in so many words.',
            $this->holders->knowNothing() => 'It is read against no instance, so whose code that was is not known.',
            default => 'No mod is in the trace, and none was being started.',
        };
        $details['package'] = $suspects[0] ?? '';
        $isNamed =
            $kind === Failure::MissingMember &&
            ($details['target'] ?? '') !== '' &&
            $best !== [] &&
            $best[0]->ground->sureness() === Sureness::Likely;

        return new Diagnosis(
            $kind,
            $incident->quotes(self::QUOTED),
            $details,
            $suspects,
            $best === [] || $isNamed ? Sureness::Certain : $best[0]->ground->sureness(),
            $why,
        );
    }

    /**
     * The first package whose code is in a trace: where the failure arose in the game's own code, whose call led there.
     *
     * @param  list<string>  $frames
     */
    private function inCode(array $frames): ?string
    {
        foreach ($frames as $class) {
            $holder = $this->form->isOwn($class) ? null : $this->holders->ofFrame($class);
            if ($holder !== null) {
                return $holder;
            }
        }

        return null;
    }

    private function aroseIn(Incident $incident, string $package): bool
    {
        $first = $incident->frames()[0] ?? '';

        return ! $this->form->isOwn($first) && $this->holders->ofFrame($first) === $package;
    }

    /** @param  non-empty-list<Incident>  $incidents  threads that wait, or the runtime's own word that some wait for each other */
    public function waiting(array $incidents): ?Diagnosis
    {
        $own = array_values(array_filter($incidents, fn (Incident $one): bool => $one->kind === Failure::Deadlock));
        $traces = array_merge(
            ...array_map(
                fn (Incident $one): array => $one->kind === Failure::Deadlock ? $one->traces() : [$one->frames()],
                $own === [] || $own[0]->traces() === [] ? $incidents : $own,
            ),
        );
        $suspects = array_values(array_unique(array_filter(array_map($this->inCode(...), $traces))));
        $isDeadlock = $own !== [] || count($suspects) > 1;
        if ($suspects === [] && ! $isDeadlock) {
            return null;
        }
        $quotes = array_merge(
            ...array_map(
                fn (Incident $incident): array => $incident->quotes($own === [] ? 3 : self::QUOTED),
                $own === [] ? $incidents : $own,
            ),
        );
        $why = match (true) {
            $own !== [] && count($suspects) < 2 => 'The runtime says so by itself.',
            $isDeadlock => 'Each is in the trace of a thread that waits for the other.',
            default => 'Its code is where the game waits.',
        };
        $details = ['package' => $suspects[0] ?? '', 'target' => $suspects[1] ?? ''] + ($own === [] ? [] : $own[0]->caught);

        return new Diagnosis(
            $isDeadlock ? Failure::Deadlock : Failure::Hung,
            array_slice($quotes, 0, self::QUOTED),
            $details,
            $suspects,
            $own === [] ? Sureness::Likely : Sureness::Certain,
            $why,
        );
    }
}

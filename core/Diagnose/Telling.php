<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Evidence\ClassLevel;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Version\Syntax;

/** Says in our words what a diagnosis means for an instance. */
final readonly class Telling
{
    /** @param  array<string, string>  $lineUp  package id => version, as applied */
    public function __construct(private GameDefinition $game, private Catalogue $catalogue, private ?Plan $plan, private array $lineUp)
    {
    }

    /** "Signal Flags 2.0.0 needs Halyard 0.16.9 or newer and below 0.17.0. This instance has 0.16.4." */
    public function sentence(Diagnosis $diagnosis): string
    {
        $of = $diagnosis->get(...);
        // A definition's signature need not catch everything that a sentence could say.
        $said = fn (string $detail): string => $of($detail) === '' ? 'something else' : $of($detail);
        $who = $this->release($of('package'), $of('version'));
        $whose = $of('package') === '' ? 'The game' : $who;
        $other = $this->release($of('target'), $of('found'));
        $target = $of('target') === '' ? 'something else' : $this->title($of('target'));
        $asked = trim($target.' '.$this->words($of('target'), $of('range')));
        // Without an instance nothing is known of what else is there.
        $nowhere = $this->plan === null ? 'it did not find' : 'nothing here holds';
        $has = isset($this->lineUp[$of('target')]) ? ' This instance has '.$this->lineUp[$of('target')].'.' : '';

        return ucfirst(
            match ($diagnosis->kind) {
                Failure::RuntimeTooOld => "{$who} needs {$this->game->runtimeName} ".
                    $this->runtime($of('level')).
                    ' or newer.'.
                    $this->startedOn($of('has')),
                Failure::Missing => isset($this->lineUp[$of('target')])
                    ? "{$who} needs {$target}. It is in the line-up, but its file is not in the instance's folder."
                    : "{$who} needs {$asked}, which is not in the line-up.",
                Failure::NoLoader => "The game was to start with {$asked}, and its file is not in the instance's folder.",
                Failure::WrongVersion => "{$who} needs {$asked}. This instance has ".$said('found').'.',
                Failure::Excluded => "{$who} refuses to run beside {$other}.",
                Failure::Duplicate => "{$who} is in the folder more than once: ".$said('files').'.',
                Failure::Unreadable => 'The file '.
                    ($of('file') === '' ? "of {$who}" : $of('file')).
                    ' cannot be read: '.
                    $said('why').
                    '.',
                Failure::WrongLoader => "{$who} is made for {$target}, not for ".$this->title($said('found')).'.',
                Failure::OutOfMemory => $this->memory($of('what')),
                Failure::NotStarted => "{$this->game->runtimeName} does not start like that: ".
                    $this->orElse($of('why'), 'it was told something that it does not know').
                    '.'.
                    ($of('what') === '' ? '' : " It is about {$of('what')}."),
                Failure::MachineMemory => 'The runtime could not have the memory that it was to be given; this machine has not got it.',
                Failure::MissingClass => "{$who} calls {$said('class')}, which ".
                    ($of('target') === '' ? $nowhere.'.' : "{$target} does not have in this release.{$has}"),
                Failure::MissingMember => $of('member') === ''
                    ? "{$who} uses {$said('class')}".
                        ($of('target') === '' ? '' : " of {$target}").
                        " in a way that this release of it does not allow.{$has}"
                    : "{$who} asks ".
                        ($of('target') === '' ? $this->orElse($of('class'), 'the game') : $target).
                        " for {$said('member')}, which it does not have".
                        ($of('target') === '' ? '.' : " in this release.{$has}"),
                Failure::ClassDamaged => 'A class'.($of('package') === '' ? '' : " of {$who}")." is damaged: {$said('why')}.",
                Failure::MissingLibrary => $of('entry') === ''
                    ? "{$who} needs the native library {$said('library')}, which the runtime does not find."
                    : "{$who} asks ".
                        ($of('library') === '' ? 'a native library' : $of('library')).
                        " for {$of('entry')}, which it does not have.",
                Failure::MissingAssembly => "{$who} needs the assembly {$said('assembly')}, which {$nowhere}.",
                Failure::WrongAssembly => "{$who} was built against {$said('assembly')} {$said('wanted')}.{$has}",
                Failure::SameChange => "{$who} and {$other} both replace {$said('what')}, and only one can.",
                Failure::SameNumber => "{$who} and {$other} both take the number {$said('what')}.",
                Failure::OtherThanServer => 'The server has '.
                    ($of('package') === '' ? 'something else' : "{$this->title($of('package'))} {$said('found')}").
                    ', and this instance '.
                    $this->orElse($of('version'), $this->lineUp[$of('package')] ?? 'another release').
                    '. Both must have the same.',
                Failure::NotOnServer => "{$who} is not on the server, which knows nothing of what it adds.",
                Failure::OnlyOnServer => "The server has {$other}, which this instance has not.",
                Failure::BadConfig => ($of('file') === '' ? 'A file of settings' : "The file {$of('file')}").
                    ' cannot be understood'.
                    ($of('what') === ''
                        ? ''
                        : ", from line {$of('what')}".($of('column') === '' ? '' : ", column {$of('column')}").' on').
                    '.'.
                    ($of('package') === '' ? '' : " {$who} reads it when it starts."),
                Failure::PortTaken => 'Another program listens on '.
                    ($of('port') === '' ? 'the port that the game wants' : "port {$of('port')}").
                    '; perhaps the game runs already. Close that one, or give this one another port.',
                Failure::DiskFull => 'The disk is full'.
                    ($of('file') === '' ? '' : ", so {$of('file')} could not be written").
                    '. Make room and launch again; no mod is to blame.',
                Failure::NoPermission => 'The game may not use '.
                    ($of('file') === '' ? 'a file or folder that it needs' : $of('file')).
                    '. It belongs to another user or another program holds it.',
                Failure::TooManyFiles => 'The game has as many files open as the system lets one program have. A higher limit helps '.
                    '("ulimit -n"), and fewer packs and mods do.',
                Failure::PathTooLong => 'A path is longer than the system takes'.
                    ($of('file') === '' ? '' : ": {$of('file')}").
                    '. Keep instances in a folder with a shorter name.',
                Failure::WrongSide => "{$who} calls {$said('class')}, a part of the game that only a {$said('side')} has.",
                Failure::NativeCrash => 'Code outside the runtime failed'.
                    ($of('library') === '' ? '' : ", in {$of('library')}").
                    ($of('package') === '' ? '' : ", called by {$who}").
                    '.'.
                    (preg_match('/gl|vulkan|vk|nvidia|nvoglv|radeon|amd|atio|mesa|dri/i', $of('library')) === 1
                        ? ' Mostly that is something that the graphics driver cannot do.'
                        : ''),
                Failure::Hung => "{$whose} waits for something that does not come, and the game waits with it.",
                Failure::Deadlock => match (true) {
                    $of('target') !== '' => "{$who} and {$this->release($of('target'), '')} wait for each other",
                    $of('package') !== '' => "{$who} has made threads wait for each other",
                    default => 'Threads of the game wait for each other',
                }.($of('thread') === '' ? '.' : ": {$of('thread')}."),
                Failure::Endless => "{$whose} calls itself without end.",
                Failure::Crash => "{$whose} failed: ".
                    $this->orElse($of('message') === 'null' ? '' : $of('message'), $said('exception')).
                    '.',
            },
        );
    }

    /** Memory is not one thing; the words are those of the Java runtime. */
    private function memory(string $what): string
    {
        $given = $this->plan === null ? '' : ' It was given '.number_format($this->plan->base->memory).' MB.';

        return match (true) {
            str_contains($what, 'Metaspace'),
            str_contains($what, 'Compressed class space') => 'The room for classes is full. More memory for the game does not help; fewer '.
                'mods, or a larger limit for that room, would.',
            str_contains($what, 'native thread') => 'The machine gives it no more threads. More memory for the game leaves still less '.
                'room for them.',
            str_contains($what, 'array size') => 'Something asked for a single piece of memory that is larger than the runtime can give '.
                'at all. More memory does not help.',
            str_contains($what, 'Direct buffer') => 'The memory outside the heap is full, where pictures and network data are kept. More '.
                'memory for the heap helps only because the limit follows it.',
            default => "The game ran out of memory.{$given}",
        };
    }

    /** What the log says that it was started on; where it does not, what the base says. */
    private function startedOn(string $level): string
    {
        $on = $level !== '' ? $this->runtime($level) : $this->plan->base->runtimeVersion ?? '';

        return $on === '' ? '' : " It was started on {$on}.";
    }

    private function orElse(string $text, string $else): string
    {
        return $text === '' ? $else : $text;
    }

    private function runtime(string $level): string
    {
        return (string) ((int) $level >= 45 ? ClassLevel::javaFor((int) $level) : (int) $level);
    }

    private function release(string $id, string $version): string
    {
        return $id === '' ? 'something' : trim($this->title($id).' '.($version === '' ? $this->lineUp[$id] ?? '' : $version));
    }

    public function title(string $id): string
    {
        return $id === $this->game->id ? $this->game->name : $this->catalogue->package($id)?->title() ?? $id;
    }

    public function words(string $id, string $range): string
    {
        $read = $this->catalogue->package($id)?->range($range, Syntax::Comparator);

        return $read?->isReadable() === true ? $read->words() : $range;
    }
}

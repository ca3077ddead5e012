<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Catalogue\Catalogue;
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
        // What was known before the launch comes with its own words.
        if ($diagnosis->get('known') !== '') {
            return $diagnosis->get('known');
        }
        $about = $this->subjects($diagnosis);

        return ucfirst($this->ofLineUp($about) ?? $this->ofCode($about) ?? $this->ofMachine($about) ?? $this->ofCourse($about));
    }

    private function subjects(Diagnosis $diagnosis): Subjects
    {
        $of = $diagnosis->get(...);
        $who = $this->release($of('package'), $of('version'));
        $target = $of('target') === '' ? 'something else' : $this->title($of('target'));

        return new Subjects(
            $diagnosis,
            $who,
            $of('package') === '' ? 'The game' : $who,
            $this->release($of('target'), $of('found')),
            $target,
            trim($target.' '.$this->words($of('target'), $of('range'))),
            // Without an instance nothing is known of what else is there.
            $this->plan === null ? 'it did not find' : 'nothing here holds',
            isset($this->lineUp[$of('target')]) ? ' This instance has '.$this->lineUp[$of('target')].'.' : '',
        );
    }

    /** Of what is in the line-up, and what should be. */
    private function ofLineUp(Subjects $about): ?string
    {
        return match ($about->diagnosis->kind) {
            Failure::RuntimeTooOld => "{$about->who} needs {$this->game->runtimeName} ".
                $this->runtime($about->get('level')).
                ' or newer.'.
                $this->startedOn($about->get('has')),
            Failure::Missing => isset($this->lineUp[$about->get('target')])
                ? "{$about->who} needs {$about->target}. It is in the line-up, but its file is not in the instance's folder."
                : "{$about->who} needs {$about->asked}, which is not in the line-up.",
            Failure::NoLoader => "The game was to start with {$about->asked}, and its file is not in the instance's folder.",
            Failure::WrongVersion => "{$about->who} needs {$about->asked}. This instance has ".$about->said('found').'.',
            Failure::Excluded => "{$about->who} refuses to run beside {$about->other}.",
            Failure::Duplicate => "{$about->who} is in the folder more than once: ".$about->said('files').'.',
            Failure::Unreadable => 'The file '.
                ($about->get('file') === '' ? "of {$about->who}" : $about->get('file')).
                ' cannot be read: '.
                $about->said('why').
                '.',
            Failure::WrongLoader => "{$about->who} is made for {$about->target}, not for ".$this->title($about->said('found')).'.',
            Failure::SameChange => "{$about->who} and {$about->other} both replace {$about->said('what')}, and only one can.",
            Failure::SameNumber => "{$about->who} and {$about->other} both take the number {$about->said('what')}.",
            Failure::OtherThanServer => 'The server has '.
                ($about->get('package') === '' ? 'something else' : "{$this->title($about->get('package'))} {$about->said('found')}").
                ', and this instance '.
                $this->orElse($about->get('version'), $this->lineUp[$about->get('package')] ?? 'another release').
                '. Both must have the same.',
            Failure::NotOnServer => "{$about->who} is not on the server, which knows nothing of what it adds.",
            Failure::OnlyOnServer => "The server has {$about->other}, which this instance has not.",
            default => null,
        };
    }

    /** Of what one file asks of another. */
    private function ofCode(Subjects $about): ?string
    {
        return match ($about->diagnosis->kind) {
            Failure::MissingClass => "{$about->who} calls {$about->said('class')}, which ".
                ($about->get('target') === '' ? $about->nowhere.'.' : "{$about->target} does not have in this release.{$about->has}"),
            Failure::MissingMember => $about->get('member') === ''
                ? "{$about->who} uses {$about->said('class')}".
                    ($about->get('target') === '' ? '' : " of {$about->target}").
                    " in a way that this release of it does not allow.{$about->has}"
                : "{$about->who} asks ".
                    ($about->get('target') === '' ? $this->orElse($about->get('class'), 'the game') : $about->target).
                    " for {$about->said('member')}, which it does not have".
                    ($about->get('target') === '' ? '.' : " in this release.{$about->has}"),
            Failure::ClassDamaged => 'A class'.
                ($about->get('package') === '' ? '' : " of {$about->who}").
                " is damaged: {$about->said('why')}.",
            Failure::MissingLibrary => $about->get('entry') === ''
                ? "{$about->who} needs the native library {$about->said('library')}, which the runtime does not find."
                : "{$about->who} asks ".
                    ($about->get('library') === '' ? 'a native library' : $about->get('library')).
                    " for {$about->get('entry')}, which it does not have.",
            Failure::MissingAssembly => "{$about->who} needs the assembly {$about->said('assembly')}, which {$about->nowhere}.",
            Failure::WrongAssembly => "{$about->who} was built against {$about->said('assembly')} {$about->said('wanted')}.{$about->has}",
            Failure::WrongSide => "{$about->who} calls {$about->said('class')}, a part of the game that only a {$about->said('side')} has.",
            default => null,
        };
    }

    /** Of the machine and how the runtime is started; no mod is to blame. */
    private function ofMachine(Subjects $about): ?string
    {
        return match ($about->diagnosis->kind) {
            Failure::OutOfMemory => $this->memory($about->get('what')),
            Failure::NotStarted => "{$this->game->runtimeName} does not start like that: ".
                $this->orElse($about->get('why'), 'it was told something that it does not know').
                '.'.
                ($about->get('what') === '' ? '' : " It is about {$about->get('what')}."),
            Failure::MachineMemory => 'The runtime could not have the memory that it was to be given; this machine has not got it.',
            Failure::PortTaken => 'Another program listens on '.
                ($about->get('port') === '' ? 'the port that the game wants' : "port {$about->get('port')}").
                '; perhaps the game runs already. Close that one, or give this one another port.',
            Failure::DiskFull => 'The disk is full'.
                ($about->get('file') === '' ? '' : ", so {$about->get('file')} could not be written").
                '. Make room and launch again; no mod is to blame.',
            Failure::NoPermission => 'The game may not use '.
                ($about->get('file') === '' ? 'a file or folder that it needs' : $about->get('file')).
                '. It belongs to another user or another program holds it.',
            Failure::TooManyFiles => 'The game has as many files open as the system lets one program have. A higher limit helps '.
                '("ulimit -n"), and fewer packs and mods do.',
            Failure::PathTooLong => 'A path is longer than the system takes'.
                ($about->get('file') === '' ? '' : ": {$about->get('file')}").
                '. Keep instances in a folder with a shorter name.',
            default => null,
        };
    }

    /** Of what went wrong while the game ran. */
    private function ofCourse(Subjects $about): string
    {
        return match ($about->diagnosis->kind) {
            Failure::BadConfig => ($about->get('file') === '' ? 'A file of settings' : "The file {$about->get('file')}").
                ' cannot be understood'.
                ($about->get('what') === ''
                    ? ''
                    : ", from line {$about->get('what')}".($about->get('column') === '' ? '' : ", column {$about->get('column')}").' on').
                '.'.
                ($about->get('package') === '' ? '' : " {$about->who} reads it when it starts."),
            Failure::NativeCrash => 'Code outside the runtime failed'.
                ($about->get('library') === '' ? '' : ", in {$about->get('library')}").
                ($about->get('package') === '' ? '' : ", called by {$about->who}").
                '.'.
                (preg_match('/gl|vulkan|vk|nvidia|nvoglv|radeon|amd|atio|mesa|dri/i', $about->get('library')) === 1
                    ? ' Mostly that is something that the graphics driver cannot do.'
                    : ''),
            Failure::Hung => "{$about->whose} waits for something that does not come, and the game waits with it.",
            Failure::Deadlock => match (true) {
                $about->get('target') !== '' => "{$about->who} and {$this->release($about->get('target'), '')} wait for each other",
                $about->get('package') !== '' => "{$about->who} has made threads wait for each other",
                default => 'Threads of the game wait for each other',
            }.($about->get('thread') === '' ? '.' : ": {$about->get('thread')}."),
            Failure::Endless => "{$about->whose} calls itself without end.",
            default => "{$about->whose} failed: ".
                $this->orElse($about->get('message') === 'null' ? '' : $about->get('message'), $about->said('exception')).
                '.',
        };
    }

    /** Memory is not one thing. */
    private function memory(string $what): string
    {
        $given = $this->plan === null ? '' : ' It was given '.number_format($this->plan->base->memory).' MB.';

        return $this->game->platform->memoryWords($what)->words ?? "The game ran out of memory.{$given}";
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
        return (string) $this->game->platform->version((int) $level);
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

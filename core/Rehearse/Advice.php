<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

use Stasimon\Core\Base\BaseChoice;
use Stasimon\Core\Base\ClassLevel;
use Stasimon\Core\Base\GameDefinition;
use Stasimon\Core\Base\Plan;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\UnusableRange;

/** What a diagnosis means for an instance, in our words, and what would help. */
final readonly class Advice
{
    /** @param  array<string, string>  $lineUp  package id => version, as applied */
    public function __construct(private GameDefinition $game, private Catalogue $catalogue, private Plan $plan, private array $lineUp)
    {
    }

    /** "Signal Flags 2.0.0 needs Halyard 0.16.9 or newer and below 0.17.0. This instance has 0.16.4." */
    public function sentence(Diagnosis $diagnosis): string
    {
        $who = trim($this->title($diagnosis->get('package')).' '.$diagnosis->get('version'));
        $target = $this->title($diagnosis->get('target'));
        $range = $this->words($diagnosis->get('target'), $diagnosis->get('range'));

        return match ($diagnosis->kind) {
            Failure::RuntimeTooOld => "{$who} needs {$this->game->runtimeName} ".ClassLevel::javaFor((int) $diagnosis->get('level')).' or newer. It was started on '.$diagnosis->get('found').'.',
            Failure::Missing => isset($this->lineUp[$diagnosis->get('target')])
                ? "{$who} needs {$target}. It is in the line-up, but its file is not in the instance's folder."
                : "{$who} needs ".trim("{$target} {$range}").', which is not in the line-up.',
            Failure::WrongVersion => "{$who} needs ".trim("{$target} {$range}").'. This instance has '.$diagnosis->get('found').'.',
            Failure::Excluded => "{$who} refuses to run beside {$target} ".$diagnosis->get('found').'.',
            Failure::Duplicate => "{$who} is in the folder more than once: ".$diagnosis->get('files').'.',
            Failure::Unreadable => "The file {$diagnosis->get('file')} cannot be read: ".$diagnosis->get('why').'.',
            Failure::WrongLoader => "{$who} is made for {$target}, not for ".$this->title($diagnosis->get('found')).'.',
            Failure::OutOfMemory => "The game asked for {$diagnosis->get('need')} MB of memory and was given {$diagnosis->get('found')} MB.",
        };
    }

    /** @return list<Counsel> remedies, each of which leads to a line-up */
    public function remedies(Diagnosis $diagnosis): array
    {
        $remedies = match ($diagnosis->kind) {
            Failure::RuntimeTooOld => $this->newerRuntime(ClassLevel::javaFor((int) $diagnosis->get('level'))),
            Failure::Missing => $this->missing($diagnosis),
            Failure::WrongVersion => $this->otherVersion($diagnosis),
            Failure::Duplicate, Failure::Unreadable => [new Counsel('Put the files back as they were', $this->plan->puttingBack())],
            Failure::OutOfMemory => $this->moreMemory((int) $diagnosis->get('need')),
            Failure::Excluded, Failure::WrongLoader => [],
        };
        if ($this->plan->wants($diagnosis->get('package')) && $diagnosis->kind !== Failure::OutOfMemory) {
            $remedies[] = new Counsel('Do without '.$this->title($diagnosis->get('package')), $this->plan->without($diagnosis->get('package')));
        }
        $resolver = new Resolver($this->catalogue);

        return array_values(array_filter(
            $remedies,
            fn (Counsel $counsel): bool => $resolver->resolve($counsel->plan->request($this->catalogue, $this->game, $this->lineUp)) instanceof Resolved,
        ));
    }

    /** @return list<Counsel> */
    private function newerRuntime(int $least): array
    {
        foreach (array_reverse($this->game->runtimes) as $version) {
            if ((int) $version >= $least) {
                return [new Counsel("Use {$this->game->runtimeName} {$version}", $this->plan->onRuntime($version))];
            }
        }

        return [];
    }

    /** @return list<Counsel> */
    private function moreMemory(int $need): array
    {
        foreach ($this->game->memory as $choice) {
            if ($choice->megabytes >= $need) {
                return [new Counsel("Give it {$choice->gigabytes()}", $this->plan->withMemory($choice->megabytes))];
            }
        }

        return [];
    }

    /** @return list<Counsel> */
    private function missing(Diagnosis $diagnosis): array
    {
        $target = $diagnosis->get('target');

        return isset($this->lineUp[$target])
            ? [new Counsel('Put back the file of '.$this->title($target), $this->plan->puttingBack())]
            : [new Counsel('Add '.$this->title($target), $this->plan->wanting($target, $this->usable($target, $diagnosis->get('range'))))];
    }

    /** @return list<Counsel> */
    private function otherVersion(Diagnosis $diagnosis): array
    {
        $target = $diagnosis->get('target');
        $range = $this->usable($target, $diagnosis->get('range'));
        $package = $this->catalogue->package($target);
        if ($package === null || $target === $this->game->id) {
            return $this->waiveOrNothing($diagnosis);
        }
        if ($target !== $this->plan->loader) {
            return [new Counsel(trim('Use '.$this->title($target).' '.$this->words($target, $range)), $this->plan->wanting($target, $range))];
        }
        [$gamePackage] = $this->game->packages();
        $fitting = $package->within($range, Syntax::Comparator);
        foreach ((new BaseChoice($this->game, $gamePackage))->builds($package, [], $this->plan->gameVersion) as $build) {
            if ($fitting->has((int) $package->positionOf($build->version))) {
                return [new Counsel("Use {$package->title()} {$build->version}", $this->plan->onBuild($build->version))];
            }
        }

        return [];
    }

    /** @return list<Counsel> another release of the one that complains, if its own depot entry allows one */
    private function waiveOrNothing(Diagnosis $diagnosis): array
    {
        $package = $this->catalogue->package($diagnosis->get('package'));
        $position = $package?->positionOf($diagnosis->get('version'));
        if ($package === null || $position === null || $position < 1) {
            return [];
        }
        $older = $package->releases[$position - 1]->version;

        return [new Counsel("Use {$package->title()} {$older}", $this->plan->wanting($package->id, $package->exactly($older)))];
    }

    private function title(string $id): string
    {
        return $this->catalogue->package($id)?->title() ?? $id;
    }

    private function words(string $id, string $range): string
    {
        try {
            return $this->package($id)->range($range, Syntax::Comparator)->words();
        } catch (UnusableRange) {
            return $range;
        }
    }

    /** A range from a log if it can be read, and every release if not. */
    private function usable(string $id, string $range): string
    {
        try {
            $this->package($id)->range($range, Syntax::Comparator);

            return $range === '' ? '*' : $range;
        } catch (UnusableRange) {
            return '*';
        }
    }

    private function package(string $id): Package
    {
        return $this->catalogue->package($id) ?? new Package('unknown', Kind::Mod, []);
    }
}

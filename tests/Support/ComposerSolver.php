<?php

declare(strict_types=1);

namespace Tests\Support;

use Composer\DependencyResolver\DefaultPolicy;
use Composer\DependencyResolver\Pool;
use Composer\DependencyResolver\Request;
use Composer\DependencyResolver\Solver;
use Composer\DependencyResolver\SolverProblemsException;
use Composer\IO\NullIO;
use Composer\Package\CompletePackage;
use Composer\Package\Link;
use Composer\Semver\VersionParser;

/** Composer's resolver, from Debian's package, over cases that it can express: no alternatives, channels or provisions. */
final class ComposerSolver
{
    private static bool $loaded = false;

    /**
     * @param  array<string, mixed>  $catalogue
     * @param  list<array{id: string, range?: string}>  $wants
     */
    public static function solves(array $catalogue, array $wants): bool
    {
        self::load();
        $parser = new VersionParser;
        $packages = [];
        foreach ($catalogue['packages'] as $package) {
            foreach ($package['releases'] as $release) {
                $name = "t/{$package['id']}";
                $one = new CompletePackage($name, $parser->normalize($release['version']), $release['version']);
                // Composer keeps one link for each name, so what a release says of one package is joined: all of what it
                // needs, any of what it breaks.
                $one->setRequires(self::links($parser, $name, $release['needs'], ', '));
                $others = array_filter($release['breaks'] ?? [], fn (array $target): bool => $target['id'] !== $package['id']);
                $one->setConflicts(self::links($parser, $name, $others, ' || '));
                $packages[] = $one;
            }
        }
        $request = new Request;
        foreach (self::links($parser, 'wants', $wants, ', ') as $link) {
            $request->requireName($link->getTarget(), $link->getConstraint());
        }
        try {
            (new Solver(new DefaultPolicy, new Pool($packages), new NullIO))->solve($request);

            return true;
        } catch (SolverProblemsException) {
            return false;
        }
    }

    /**
     * @param  array<array{id: string, range?: string}>  $targets
     * @return array<string, Link>
     */
    private static function links(VersionParser $parser, string $from, array $targets, string $join): array
    {
        $ranges = [];
        foreach ($targets as $target) {
            $ranges["t/{$target['id']}"][] = str_replace(' ', ', ', $target['range'] ?? '*');
        }

        return array_combine(array_keys($ranges), array_map(
            fn (string $name, array $parts): Link => new Link($from, $name, $parser->parseConstraints(implode($join, $parts))),
            array_keys($ranges),
            $ranges,
        ));
    }

    public static function load(): void
    {
        if (! self::$loaded) {
            self::$loaded = spl_autoload_register(function (string $class): void {
                $file = '/usr/share/php/'.str_replace('\\', '/', $class).'.php';
                is_file($file) && require_once $file;
            });
        }
    }
}

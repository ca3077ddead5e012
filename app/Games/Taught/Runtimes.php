<?php

declare(strict_types=1);

namespace App\Games\Taught;

use App\Refusal\Refusal;
use Stasimon\Core\Game\GameDefinition;

/**
 * The runtimes of this machine, found in the usual places, in PATH, and where a person says (STASIMON_RUNTIMES). None of them
 * is started to find out what it is: a Java runtime has a file "release", and .NET a folder for each version.
 */
final readonly class Runtimes
{
    /** @return list<Runtime> the newest of each kind first */
    public function all(): array
    {
        $found = [];
        foreach ([...$this->java(), ...$this->dotnet()] as $runtime) {
            $found[$runtime->kind.' '.(realpath($runtime->program) ?: $runtime->program).' '.$runtime->version] ??= $runtime;
        }
        $found = array_values($found);
        usort($found, fn (Runtime $a, Runtime $b): int => [$a->kind, 0] <=> [$b->kind, 0] ?: version_compare($b->version, $a->version));

        return $found;
    }

    /** The newest of a kind and a major version; null where there is none. */
    public function of(string $kind, string $major): ?Runtime
    {
        return array_values(array_filter($this->all(), fn (Runtime $one): bool => $one->kind === $kind && $one->major() === $major))[0] ??
            null;
    }

    /**
     * The program that starts a game on a version of its runtime; nothing for a game that brings its own.
     *
     * @throws Refusal where there is none on this machine
     */
    public function program(GameDefinition $game, string $version): string
    {
        return $game->runtimeFound === ''
            ? ''
            : $this->of($game->runtimeFound, $version)->program ??
                    throw Refusal::conflict(
                        "{$game->runtimeName} {$version} is not on this machine, so nothing was started. Debian has it in ".
                            self::package($game->runtimeFound, $version).
                            '.',
                    );
    }

    /** Debian's package that has one. */
    public static function package(string $kind, string $major): string
    {
        return $kind === 'java' ? "openjdk-{$major}-jre-headless" : "dotnet-runtime-{$major}.0";
    }

    /** @return list<Runtime> */
    private function java(): array
    {
        $homes = [...glob('/usr/lib/jvm/*', GLOB_ONLYDIR) ?: [], ...glob('/opt/*', GLOB_ONLYDIR) ?: [], ...$this->said()];
        foreach (explode(':', (string) getenv('PATH')) as $folder) {
            $program = realpath("{$folder}/java");
            $homes = $program === false ? $homes : [...$homes, dirname($program, 2)];
        }
        $found = [];
        foreach (array_unique($homes) as $home) {
            $release = @parse_ini_file("{$home}/release", scanner_mode: INI_SCANNER_RAW);
            if (is_array($release) && isset($release['JAVA_VERSION']) && is_executable("{$home}/bin/java")) {
                $text = fn (string $key): string => is_string($release[$key] ?? null)
                    ? mb_substr(mb_scrub(trim($release[$key], '"')), 0, 60)
                    : '';
                $found[] = new Runtime(
                    'java',
                    $text('JAVA_VERSION'),
                    $text('IMPLEMENTOR'),
                    match (true) {
                        str_contains($text('OS_ARCH'), '64') => 64,
                        $text('OS_ARCH') === '' => 0,
                        default => 32,
                    },
                    "{$home}/bin/java",
                );
            }
        }

        return $found;
    }

    /** @return list<Runtime> */
    private function dotnet(): array
    {
        $found = [];
        foreach (['/usr/share/dotnet', '/usr/lib/dotnet', '/opt/dotnet', ...$this->said()] as $home) {
            foreach (
                is_executable("{$home}/dotnet") ? (glob("{$home}/shared/Microsoft.NETCore.App/*", GLOB_ONLYDIR) ?: []) : [] as $version
            ) {
                $found[] = new Runtime('dotnet', basename($version), '', PHP_INT_SIZE * 8, "{$home}/dotnet");
            }
        }

        return $found;
    }

    /** @return list<string> */
    private function said(): array
    {
        return array_values(array_filter((array) config('stasimon.runtimes'), fn (mixed $home): bool => is_string($home) && is_dir($home)));
    }
}

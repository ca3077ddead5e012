<?php

declare(strict_types=1);

namespace App\Games\Taught;

use App\Files\PlainFile;
use Stasimon\Core\Evidence\Assembly;
use Stasimon\Core\Evidence\NativeHead;

/** What a game runs on, as far as the files at the root of its folder say it. */
enum GuessedPlatform
{
    case Java;
    case Dotnet;
    case Python;
    case Node;
    case Native;

    /** Bytes of a program that are looked at. */
    private const HEAD = 8_000_000;

    /**
     * @param  list<string>  $files  paths below the folder
     * @return array{self, string} and the file that is started, relative to the folder; nothing where none is seen
     */
    public static function of(string $root, array $files): array
    {
        $top = array_values(array_filter($files, fn (string $path): bool => ! str_contains($path, '/')));
        $first = fn (string $pattern): string => array_values(preg_grep($pattern, $top) ?: [])[0] ?? '';
        foreach (preg_grep('/\.(?:exe|dll)$/i', $top) ?: [] as $path) {
            if (Assembly::frameworkOf((string) PlainFile::text("{$root}/{$path}", self::HEAD)) !== null) {
                return [self::Dotnet, $first('/\.exe$/i') ?: $path];
            }
        }
        foreach ($top as $path) {
            // A script that says itself by what it is run.
            if (is_executable("{$root}/{$path}") && PlainFile::text("{$root}/{$path}", 2) === '#!') {
                return [self::Native, $path];
            }
            $head = NativeHead::of((string) PlainFile::text("{$root}/{$path}", 100_000));
            if ($head !== null && ! $head->isLibrary) {
                return [self::Native, $path];
            }
        }

        return match (true) {
            $first('/\.jar$/i') !== '' => [self::Java, $first('/\.jar$/i')],
            $first('/\.py$/i') !== '' => [self::Python, $first('/^(?:main|game|run|app|__main__).*\.py$/i') ?: $first('/\.py$/i')],
            $first('/\.m?js$/i') !== '' => [self::Node, $first('/^(?:main|game|index|app|server).*\.m?js$/i') ?: $first('/\.m?js$/i')],
            preg_grep('/\.(?:jar|class)$/i', $files) !== [] => [self::Java, ''],
            preg_grep('/\.dll$/i', $files) !== [] => [self::Dotnet, $first('/\.(?:exe|dll)$/i')],
            default => [self::Java, ''],
        };
    }

    /** @return array{id: string, name: string, versions: list<string>, find?: string} as a definition has it, but for its rules */
    public function runtime(): array
    {
        return match ($this) {
            self::Java => ['id' => 'java', 'name' => 'Java', 'versions' => ['8', '17', '21'], 'find' => 'java'],
            self::Dotnet => ['id' => 'dotnet', 'name' => '.NET', 'versions' => ['6', '8'], 'find' => 'dotnet'],
            self::Python => ['id' => 'python', 'name' => 'Python', 'versions' => ['3']],
            self::Node => ['id' => 'node', 'name' => 'Node', 'versions' => ['20']],
            self::Native => ['id' => 'system', 'name' => 'this system', 'versions' => ['1']],
        };
    }

    /** @return list<string> how a file is started on it */
    public function launch(string $file): array
    {
        $at = '{dir}/'.($file === '' ? 'game' : $file);

        return match ($this) {
            self::Java => ['{program}', '-Xmx{memory}m', '-jar', $file === '' ? '{dir}/game.jar' : $at],
            self::Dotnet => ['{program}', $at],
            self::Python => ['python3', $at],
            self::Node => ['node', $at],
            self::Native => [$at],
        };
    }
}

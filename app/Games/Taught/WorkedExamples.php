<?php

declare(strict_types=1);

namespace App\Games\Taught;

/** Definitions that are tested against real programs, to begin with where a game is like one of them. */
final class WorkedExamples
{
    /** Folder of it in docs/formats/examples => what it is about. */
    public const ALL = [
        'osgi' => 'a framework for Java that loads archives',
        'dotnet' => 'a program for .NET that loads assemblies',
        'native' => 'a native program that loads modules',
        'scripts' => 'a native program that runs scripts',
        'interpreter' => 'a program in Python that loads packages',
    ];

    /** The text of one; nothing where there is none of that name. */
    public static function text(string $name): string
    {
        return isset(self::ALL[$name]) ? (string) file_get_contents(base_path("docs/formats/examples/{$name}/game.json")) : '';
    }
}

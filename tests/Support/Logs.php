<?php

declare(strict_types=1);

namespace Tests\Support;

use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\Holders;
use Stasimon\Core\Evidence\ArchiveFacts;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\Platform;
use Stasimon\Core\Log\LogReader;

/** Logs for tests, read against a line-up of which four packages' code is known. */
final class Logs
{
    public static function game(string $game = 'ferrywright', string $platform = 'java'): GameDefinition
    {
        $folder = dirname(__DIR__, 2).'/games';

        return GameDefinition::read(
            (string) file_get_contents("{$folder}/{$game}.json"),
            Platform::read((string) file_get_contents("{$folder}/platforms/{$platform}.json")),
        );
    }

    /** Whose code is whose in these tests. */
    public static function holders(): Holders
    {
        return Holders::of(
            [
                'fogbank' => new ArchiveFacts(namespaces: ['fog']),
                'oakum-api' => new ArchiveFacts(namespaces: ['oakum.sky', 'oakum.boot', 'oakum.bell']),
                'wax-and-seal' => new ArchiveFacts(assemblies: ['WaxAndSeal']),
                'franking' => new ArchiveFacts(assemblies: ['Franking']),
            ],
            [
                'mods/fogbank-2.1.0.zip' => 'fogbank',
                'mods/fog.zip' => 'fogbank',
                'mods/fog/bank.py' => 'fogbank',
                'mods/fog/bank.js' => 'fogbank',
                'mods/oakum/sky.py' => 'oakum-api',
                'mods/oakum/sky.js' => 'oakum-api',
            ],
            own: ['config', 'worlds'],
        );
    }

    /** @return list<Diagnosis> */
    public static function diagnosed(string $log, string $game = 'ferrywright', string $platform = 'java'): array
    {
        $definition = self::game($game, $platform);

        return (new Diagnosing($definition->log, $definition->platform, self::holders(), $game))->of(
            (new LogReader($definition->log))->lines($log),
        );
    }

    /** Lines in the game's form. */
    public static function said(string $level, string ...$messages): string
    {
        return implode('', array_map(fn (string $message): string => "00:00.048 main     {$level} loader     {$message}\n", $messages));
    }
}

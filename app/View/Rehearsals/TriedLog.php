<?php

declare(strict_types=1);

namespace App\View\Rehearsals;

use App\Cage\Caged;
use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Holders;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\LogLevel;
use Stasimon\Core\Game\Platform;
use Stasimon\Core\Log\LogReader;

/** What a definition that is being written makes of a log. */
final class TriedLog implements Caged
{
    /** Lines that are shown to be taught. */
    private const SHOWN = 40;

    /** Lines that are read. */
    private const LINES = 20_000;

    /**
     * @param  mixed  ...$given  the definition, what is known of the platform, both as JSON, and where the log is
     * @return string JSON: "says", sentences, and "lines", those that could be taught: number and message
     */
    public static function caged(mixed ...$given): string
    {
        [$definition, $platform, $path] = array_map(strval(...), array_values($given));
        $game = GameDefinition::read($definition, $platform === '' ? null : Platform::read($platform));
        $levels = ['info' => 0, 'warn' => 0, 'error' => 0, 'text' => 0];
        $diagnosing = new Diagnosing($game->log, $game->platform, Holders::nobody(), $game->id);
        $handle = fopen($path, 'rb');
        $count = 0;
        $lines = [];
        foreach ($handle === false ? [] : (new LogReader($game->log))->of($handle) as $line) {
            $levels[$line->levelName()]++;
            if ($line->level !== LogLevel::Info && trim($line->message) !== '' && count($lines) < self::SHOWN) {
                $lines[] = ['number' => $line->number, 'message' => mb_substr(mb_scrub(explode("\n", $line->message)[0]), 0, 500)];
            }
            $diagnosing->follow($line);
            if (++$count >= self::LINES) {
                break;
            }
        }
        $phases = $diagnosing->course()->phases();
        $failures = array_map(
            fn ($diagnosis): string => 'Line '.$diagnosis->quotes[0]->number.': '.strtr($diagnosis->kind->value, '-', ' '),
            $diagnosing->diagnoses(),
        );

        $says = [
            number_format($count).
            ($count === 1 ? ' line: ' : ' lines: ').
            number_format($levels['info']).
            ' info, '.
            number_format($levels['warn']).
            ' warnings, '.
            number_format($levels['error']).
            ' errors, '.
            number_format($levels['text']).
            ' without a level',
            $phases === [] ? 'No phase begins in it.' : 'Phases: '.implode(', ', array_map(fn ($phase): string => $phase->name, $phases)),
            $failures === [] ? 'Nothing in it looks like a failure.' : implode('; ', array_slice($failures, 0, 6)),
        ];

        return (string) json_encode(['says' => $says, 'lines' => $lines], JSON_INVALID_UTF8_SUBSTITUTE);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Support;

use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\Holders;
use Stasimon\Core\Diagnose\Telling;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Log\LogReader;
use Stasimon\Core\Log\LogText;

/** What real programs printed, in tests/Reference/logs/, and how it is read: with whose code is whose, and without. */
final class LogCorpus
{
    private const FOLDER = __DIR__.'/../Reference/logs';

    /**
     * @return array<string, array{exit: int, family: string, fails: bool, kind?: string, culprit?: string, says?: string, launched?: bool}>
     *     by name
     */
    public static function expected(): array
    {
        return json_decode((string) file_get_contents(self::FOLDER.'/expected.json'), true, flags: JSON_THROW_ON_ERROR);
    }

    /** The game that a log is read as, on the platform that printed it. */
    public static function definition(string $name): GameDefinition
    {
        [$game, $platform] = match (explode('-', $name)[0]) {
            'mono' => ['nightpost', 'dotnet'],
            'python' => ['ferrywright', 'python'],
            'node' => ['ferrywright', 'node'],
            default => ['ferrywright', 'java'],
        };

        return Logs::game($game, $platform);
    }

    /** @return list<Diagnosis> */
    public static function diagnosed(string $name, bool $alone = false, ?bool $hasFailed = null): array
    {
        $definition = self::definition($name);
        $holders = $alone ? Holders::nobody() : Logs::holders();

        $text = (string) tempnam(sys_get_temp_dir(), 'stasimon-corpus');
        try {
            (new LogText(1_000_000))->pour(self::FOLDER."/{$name}.log", $text);

            return (new Diagnosing($definition->log, $definition->platform, $holders, $definition->id))->of(
                (new LogReader($definition->log))->lines((string) file_get_contents($text)),
                $hasFailed,
            );
        } finally {
            unlink($text);
        }
    }

    /**
     * What is wrong with how a log is read; nothing if it is as it should be.
     *
     * @param  array{exit: int, family: string, fails: bool, kind?: string, culprit?: string, says?: string, launched?: bool}  $expected
     * @return list<'alarm'|'cause'|'culprit'>
     */
    public static function wrong(string $name, array $expected, bool $alone): array
    {
        // A launch of ours tells how it ended; a log that somebody hands over does not.
        $diagnoses = self::diagnosed($name, $alone, isset($expected['launched']) ? $expected['exit'] !== 0 : null);
        if (! $expected['fails']) {
            return $diagnoses === [] ? [] : ['alarm'];
        }
        $last = $diagnoses[count($diagnoses) - 1] ?? null;
        $wrong = [];
        // The kind has to be right, and what it is called by those who know the runtime has to stand in what is said or quoted.
        if (
            $last === null ||
            $last->kind->value !== ($expected['kind'] ?? '') ||
            ! str_contains(self::told($last, self::definition($name)), $expected['says'] ?? '')
        ) {
            $wrong[] = 'cause';
        }
        if (! $alone && ($last?->suspects[0] ?? '') !== ($expected['culprit'] ?? '')) {
            $wrong[] = 'culprit';
        }

        return $wrong;
    }

    private static function told(Diagnosis $diagnosis, GameDefinition $definition): string
    {
        $telling = new Telling($definition, new MemoryCatalogue([]), null, []);

        return $telling->sentence($diagnosis).implode(' ', $diagnosis->details()).' '.$diagnosis->quotes[0]->message;
    }

    /**
     * @return array<string, array{fails: int, cause: int, culprit: int, alone: int, clean: int, alarms: int, wrong: list<string>}> by
     *     family
     */
    public static function scores(): array
    {
        $scores = [];
        foreach (self::expected() as $name => $expected) {
            $of = &$scores[$expected['family']];
            $of ??= ['fails' => 0, 'cause' => 0, 'culprit' => 0, 'alone' => 0, 'clean' => 0, 'alarms' => 0, 'wrong' => []];
            [$here, $alone] = [self::wrong($name, $expected, false), self::wrong($name, $expected, true)];
            $of[$expected['fails'] ? 'fails' : 'clean']++;
            $of['alarms'] += in_array('alarm', [...$here, ...$alone], true) ? 1 : 0;
            if ($expected['fails']) {
                $of['cause'] += in_array('cause', $here, true) ? 0 : 1;
                $of['culprit'] += in_array('culprit', $here, true) ? 0 : 1;
                $of['alone'] += in_array('cause', $alone, true) ? 0 : 1;
            }
            if ($here !== [] || $alone !== []) {
                $of['wrong'][] =
                    $name.
                    ' ('.
                    implode(', ', array_unique([...$here, ...array_map(fn (string $one): string => "{$one} alone", $alone)])).
                    ')';
            }
        }

        return $scores;
    }
}

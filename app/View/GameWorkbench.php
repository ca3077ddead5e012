<?php

declare(strict_types=1);

namespace App\View;

use App\Games;
use Illuminate\Http\UploadedFile;
use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Holders;
use Stasimon\Core\Document\Place;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\Descriptors;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\Place as Folder;
use Stasimon\Core\Log\LogReader;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** A definition as somebody writes it, and what it makes of real files. */
final readonly class GameWorkbench
{
    /** Lines of a log that are read. */
    private const LINES = 20_000;

    public ?GameDefinition $game;

    /** What is wrong with it, with its line; nothing if it can be used. */
    public string $wrong;

    public int $line;

    /** @var list<array{name: string, lines: list<string>, wrong: bool}> what it makes of each file */
    public array $made;

    /** @param  list<UploadedFile>  $files */
    public function __construct(public string $text, array $files, Games $games)
    {
        $game = null;
        [$wrong, $line] = ['', 0];
        try {
            $game = $text === '' ? null : GameDefinition::read($text, $games->platformOf($text));
        } catch (UnusableDocument $failure) {
            $line = Place::line($text, $failure->pointer);
            $wrong = "Line {$line}, ".$failure->getMessage();
        }
        [$this->game, $this->wrong, $this->line] = [$game, $wrong, $line];
        $this->made = $game === null ? [] : array_map(fn (UploadedFile $file): array => $this->make($game, $file), $files);
    }

    /** @return list<array{string, string}> what the definition says, a heading and a line each */
    public function says(): array
    {
        $game = $this->game;
        if ($game === null) {
            return [];
        }
        $versions = array_column($game->versions, 'version');

        return [
            ['Game', "{$game->name} ({$game->id})"],
            ['Versions', implode(', ', array_slice($versions, 0, 12)).(count($versions) > 12 ? ' and '.(count($versions) - 12).' more' : '')],
            ['Runs on', "{$game->runtimeName} ".implode(', ', $game->runtimes)],
            ['Loaders', implode(', ', array_map(fn ($loader): string => $loader->id, $game->loaders))],
            ['Files go to', implode(', ', array_map(fn (string $kind, Folder $place): string => strtr($kind, '-', ' ')." → {$place->folder}", array_keys($game->places), $game->places))],
            ['Its own', implode(', ', $game->own)],
            ['Launched by', implode(' ', $game->launch->command)],
        ];
    }

    /** @return array{name: string, lines: list<string>, wrong: bool} */
    private function make(GameDefinition $game, UploadedFile $file): array
    {
        $name = mb_scrub($file->getClientOriginalName());
        $head = (string) @file_get_contents($file->getPathname(), false, null, 0, 2);
        if (! str_starts_with($head, 'PK') && ! str_starts_with($head, 'MZ') && preg_match('/\.(log|txt)$/i', $name) === 1) {
            return ['name' => $name, 'lines' => $this->log($game, $file->getPathname()), 'wrong' => false];
        }
        try {
            return ['name' => $name, 'lines' => self::described($game, (new Descriptors($game->descriptors))->of($file->getPathname(), $name)), 'wrong' => false];
        } catch (UnreadableDescriptor|UnsafeArchive $failure) {
            return ['name' => $name, 'lines' => [$failure->getMessage()], 'wrong' => true];
        }
    }

    /** @return list<string> */
    private static function described(GameDefinition $game, Described $said): array
    {
        $place = $game->places[$said->kind->value] ?? null;
        $needs = array_map(fn (array $need): string => implode(' or ', array_map(fn (array $one): string => trim(($one['id'] ?? '').' '.($one['range'] ?? '')), is_array($need['anyOf'] ?? null) ? $need['anyOf'] : [$need])), array_slice($said->needs, 0, 12));

        return array_values(array_filter([
            ($said->name === '' ? $said->id : "{$said->name} ({$said->id})")." {$said->version}, {$said->kind->word(1)}, as its {$said->descriptor} says",
            $place === null ? 'No folder is named for that kind, so it could not be placed.' : "Goes to {$place->folder}".($place->unpack ? ', unpacked' : ''),
            $needs === [] ? '' : 'Needs '.implode(', ', $needs).(count($said->needs) > 12 ? ' and '.(count($said->needs) - 12).' more' : ''),
            $said->provides === [] ? '' : 'Provides '.count($said->provides).' '.(count($said->provides) === 1 ? 'thing' : 'things'),
        ]));
    }

    /** @return list<string> */
    private function log(GameDefinition $game, string $path): array
    {
        $levels = ['info' => 0, 'warn' => 0, 'error' => 0, 'text' => 0];
        $diagnosing = new Diagnosing($game->log, $game->platform, Holders::nobody(), $game->id);
        $handle = fopen($path, 'rb');
        $count = 0;
        foreach ($handle === false ? [] : (new LogReader($game->log))->of($handle) as $line) {
            $levels[$line->level]++;
            $diagnosing->follow($line);
            if (++$count >= self::LINES) {
                break;
            }
        }
        $phases = $diagnosing->course()->phases();
        $failures = array_map(fn ($diagnosis): string => 'Line '.$diagnosis->quotes[0]->number.': '.strtr($diagnosis->kind->value, '-', ' '), $diagnosing->diagnoses());

        return [
            number_format($count).($count === 1 ? ' line: ' : ' lines: ').number_format($levels['info']).' info, '.number_format($levels['warn']).' warnings, '.number_format($levels['error']).' errors, '.number_format($levels['text']).' without a level',
            $phases === [] ? 'No phase begins in it.' : 'Phases: '.implode(', ', array_map(fn ($phase): string => $phase->name, $phases)),
            $failures === [] ? 'Nothing in it looks like a failure.' : implode('; ', array_slice($failures, 0, 6)),
        ];
    }
}

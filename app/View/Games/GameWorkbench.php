<?php

declare(strict_types=1);

namespace App\View\Games;

use App\Cage\StrangersFiles;
use App\Games\Games;
use App\Refusal\Refusal;
use App\View\Rehearsals\TriedLog;
use Illuminate\Http\UploadedFile;
use Stasimon\Core\Document\TextPlace;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\KindPlace;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** A definition as somebody writes it, and what it makes of real files. */
final readonly class GameWorkbench
{
    public ?GameDefinition $game;

    private string $platform;

    /** What is wrong with it, with its line; nothing if it can be used. */
    public string $wrong;

    public int $line;

    /** @var list<array{name: string, lines: list<string>, wrong: bool}> what it makes of each file */
    public array $made;

    /** @param  list<UploadedFile>  $files */
    public function __construct(public string $text, array $files, Games $games, private StrangersFiles $reading)
    {
        $this->platform = $games->platformDocument($text);
        $game = null;
        [$wrong, $line] = ['', 0];
        try {
            $game = $text === '' ? null : GameDefinition::read($text, $games->platformOf($text));
        } catch (UnusableDocument $failure) {
            $line = TextPlace::line($text, $failure->pointer);
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
            [
                'Versions',
                implode(', ', array_slice($versions, 0, 12)).(count($versions) > 12 ? ' and '.(count($versions) - 12).' more' : ''),
            ],
            ['Runs on', "{$game->runtimeName} ".implode(', ', $game->runtimes)],
            ['Loaders', implode(', ', array_map(fn ($loader): string => $loader->id, $game->loaders))],
            [
                'Files go to',
                implode(
                    ', ',
                    array_map(
                        fn (string $kind, KindPlace $place): string => strtr($kind, '-', ' ')." → {$place->folder}",
                        array_keys($game->places),
                        $game->places,
                    ),
                ),
            ],
            ['Its own', implode(', ', $game->own)],
            ['Launched by', implode(' ', $game->launch->command)],
        ];
    }

    /** @return array{name: string, lines: list<string>, wrong: bool} */
    private function make(GameDefinition $game, UploadedFile $file): array
    {
        $name = mb_scrub($file->getClientOriginalName());
        $head = (string) @file_get_contents($file->getPathname(), false, null, 0, 2);
        $isLog = ! str_starts_with($head, 'PK') && ! str_starts_with($head, 'MZ') && preg_match('/\.(log|txt)$/i', $name) === 1;
        try {
            $lines = $isLog
                ? explode("\n", $this->reading->text(TriedLog::class, $name, $this->text, $this->platform, $file->getPathname()))
                : self::described($game, $this->reading->describeBy($this->text, $file->getPathname(), $name));

            return ['name' => $name, 'lines' => $lines, 'wrong' => false];
        } catch (UnreadableDescriptor|UnsafeArchive|Refusal $failure) {
            return ['name' => $name, 'lines' => [$failure->getMessage()], 'wrong' => true];
        }
    }

    /** @return list<string> */
    private static function described(GameDefinition $game, Described $said): array
    {
        $place = $game->places[$said->kind->value] ?? null;
        $needs = array_map(
            fn (array $need): string => implode(
                ' or ',
                array_map(
                    fn (array $one): string => trim(($one['id'] ?? '').' '.($one['range'] ?? '')),
                    is_array($need['anyOf'] ?? null) ? $need['anyOf'] : [$need],
                ),
            ),
            array_slice($said->needs, 0, 12),
        );

        return array_values(
            array_filter([
                ($said->name === '' ? $said->id : "{$said->name} ({$said->id})").
                " {$said->version}, {$said->kind->word(1)}, as its {$said->descriptor} says",
                $place === null
                    ? 'No folder is named for that kind, so it could not be placed.'
                    : "Goes to {$place->folder}".($place->unpack ? ', unpacked' : ''),
                $needs === []
                    ? ''
                    : 'Needs '.implode(', ', $needs).(count($said->needs) > 12 ? ' and '.(count($said->needs) - 12).' more' : ''),
                $said->provides === []
                    ? ''
                    : 'Provides '.count($said->provides).' '.(count($said->provides) === 1 ? 'thing' : 'things'),
            ]),
        );
    }
}

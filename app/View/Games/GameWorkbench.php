<?php

declare(strict_types=1);

namespace App\View\Games;

use App\Cage\StrangersFiles;
use App\Games\Games;
use App\Games\Taught\TaughtGames;
use App\Models\Instances;
use App\Models\Rehearsal;
use App\Refusal\Refusal;
use App\Rehearsals\Log\Reading;
use App\View\Rehearsals\TriedLog;
use Illuminate\Http\UploadedFile;
use Stasimon\Core\Document\TextPlace;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\SaidRelation;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\FailureSignature;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\KindPlace;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** A definition as somebody writes it, and what it makes of real files. */
final class GameWorkbench
{
    public ?GameDefinition $game;

    private string $platform;

    /** What is wrong with it, with its line; nothing if it can be used. */
    public string $wrong;

    public int $line;

    /** Whether a log was read by it. */
    private bool $readsLog = false;

    /** @var list<array{name: string, lines: list<string>, wrong: bool, log: list<array{number: int, message: string}>}> of each file */
    public array $made;

    /** How it would be launched; null for what cannot be used, and for a game that comes with Stasimon. */
    public ?LaunchShown $launch;

    /** The launch by which it was tried last. */
    public ?Rehearsal $trial = null;

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
        $this->made = $game === null
            ? []
            : [...$this->tried($game), ...array_map(fn (UploadedFile $file): array => $this->make($game, $file), $files)];
        $this->launch = $game === null || $game->launch->command === [] || $games->ships($game->id) ? null : new LaunchShown($game);
    }

    /**
     * What it makes of the log of the launch by which it was tried.
     *
     * @return list<array{name: string, lines: list<string>, wrong: bool, log: list<array{number: int, message: string}>}>
     */
    private function tried(GameDefinition $game): array
    {
        $instance = TaughtGames::row($game->id) === null ? null : Instances::trialOf($game->id);
        $this->trial = $instance?->lastRehearsal?->setRelation('instance', $instance);
        $path = $this->trial === null ? '' : app(Reading::class)->log($this->trial)->path;

        return is_file($path) ? [$this->log("Rehearsal {$this->trial?->number} of {$instance?->name}", $path)] : [];
    }

    /** @return array{name: string, lines: list<string>, wrong: bool, log: list<array{number: int, message: string}>} */
    private function log(string $name, string $path): array
    {
        $read = json_decode($this->reading->text(TriedLog::class, $name, $this->text, $this->platform, $path), true);
        $this->readsLog = true;

        return ['name' => $name, 'lines' => $read['says'] ?? [], 'wrong' => false, 'log' => $read['lines'] ?? []];
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

    /** @return array{name: string, lines: list<string>, wrong: bool, log: list<array{number: int, message: string}>} */
    private function make(GameDefinition $game, UploadedFile $file): array
    {
        $name = mb_scrub($file->getClientOriginalName());
        try {
            if (self::isLog($name)) {
                return $this->log($name, $file->getPathname());
            }
            $lines = self::described($game, $this->reading->describeBy($this->text, $file->getPathname(), $name));

            return ['name' => $name, 'lines' => $lines, 'wrong' => false, 'log' => []];
        } catch (UnreadableDescriptor|UnsafeArchive|Refusal $failure) {
            $lines = $this->shape($game, $file, $name) ?? [$failure->getMessage()];

            return ['name' => $name, 'lines' => $lines, 'wrong' => true, 'log' => []];
        }
    }

    /** Whether a file is read as a log, by its name. */
    public static function isLog(string $name): bool
    {
        return preg_match('/\.(log|txt)$/i', $name) === 1;
    }

    /** @return list<string>|null what a file is that says nothing of itself; null for a damaged archive */
    private function shape(GameDefinition $game, UploadedFile $file, string $name): ?array
    {
        try {
            $proposal = $this->reading->proposeBy($this->text, $file->getPathname(), $name, array_keys($game->places));
        } catch (UnsafeArchive|Refusal) {
            return null;
        }

        return [
            'Nothing in it is what the definition reads, so by its name it would be '.
            "{$proposal->name} ({$proposal->id}) {$proposal->version}, {$proposal->kind->word(1)}.",
            ...$proposal->why,
        ];
    }

    /**
     * What can be done with what is there so far.
     *
     * @return list<array{what: string, can: bool, how: string}>
     */
    public function checklist(): array
    {
        $game = $this->game;
        if ($game === null) {
            return [];
        }
        $log = $game->log;
        $names = array_filter(
            [...$log->signatures, ...$game->platform->signatures],
            fn (FailureSignature $one): bool => $one->catches('package'),
        );

        return [
            [
                'what' => 'Build an instance',
                'can' => isset($game->places['mod']),
                'how' => isset($game->places['mod']) ? '' : 'Say in which folder mods lie: places, mod, folder.',
            ],
            [
                'what' => 'Launch it',
                'can' => $game->launch->command !== [],
                'how' => $game->launch->command !== [] ? '' : 'Say by which words it is started: launch.',
            ],
            [
                'what' => 'Know that it is up',
                'can' => true,
                'how' => $game->launch->up !== ''
                    ? ''
                    : 'It counts as up when it ends by itself without a failure. If it goes on, say by which line it tells: ready, up.',
            ],
            [
                'what' => 'Read its log',
                'can' => $this->readsLog,
                'how' => $this->readsLog ? '' : 'Choose a log of it here, and see what is read in it.',
            ],
            [
                'what' => 'Name the mod that failed',
                'can' => $names !== [],
                'how' => $names !== [] ? '' : 'Choose a log of a failed launch, press the line that tells it, and mark the mod in it.',
            ],
        ];
    }

    /** @return list<string> */
    private static function described(GameDefinition $game, Described $said): array
    {
        $place = $game->places[$said->kind->value] ?? null;
        $needs = array_map(fn (SaidRelation $need): string => $need->words(), array_slice($said->needs, 0, 12));

        return array_values(
            array_filter([
                ($said->name === '' ? $said->id : "{$said->name} ({$said->id})").
                " {$said->version}, {$said->kind->word(1)}, as its {$said->descriptor} says",
                $place === null
                    ? 'No folder is named for that kind, so it could not be placed.'
                    : "Goes to {$place->folder}".$place->words(),
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

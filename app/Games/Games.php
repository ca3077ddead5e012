<?php

declare(strict_types=1);

namespace App\Games;

use App\Refusal\Refusal;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Document\TextPlace;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\Platform;

/** The game definitions that come with Stasimon, and those that a person has taught. */
final class Games
{
    /** @var array<string, GameDefinition|null>  what was read so far: a page reads only those that it is about */
    private array $read = [];

    /** @var array<string, string>|null  id => name, of all */
    private ?array $names = null;

    /** @var array<string, string>|null  id => file, of those that come with Stasimon */
    private ?array $files = null;

    public function __construct(private readonly string $folder)
    {
    }

    /** @return array<string, string> id => what it is called, of those that can be used: first those that come with Stasimon */
    public function names(): array
    {
        if ($this->names === null) {
            $this->names = [];
            foreach ($this->files() as $id => $file) {
                $this->names[$id] = (string) json_decode((string) file_get_contents($file), true)['name'];
            }
            $this->names += DB::table('taught_games')->whereNull('problem')->orderBy('id')->pluck('name', 'id')->all();
        }

        return $this->names;
    }

    public function has(string $id): bool
    {
        return isset($this->names()[$id]);
    }

    /** The game that is meant where none is named. */
    public function first(): string
    {
        return (string) array_key_first($this->names());
    }

    /** @return array<string, GameDefinition> by id */
    public function all(): array
    {
        $ids = array_map(strval(...), array_keys($this->names()));

        return array_filter(array_map($this->read(...), array_combine($ids, $ids)));
    }

    /** @return list<UnusableGame> taught games whose definitions could be used when they were taught, and cannot any more */
    public function unusable(): array
    {
        return array_values(
            DB::table('taught_games')
                ->whereNotNull('problem')
                ->orderBy('id')
                ->get()
                ->map(fn (object $row): UnusableGame => new UnusableGame($row->id, $row->document, $row->problem))
                ->all(),
        );
    }

    /** Looks whether each taught game can be used still, by this version of Stasimon. */
    public function lookOver(): void
    {
        foreach (DB::table('taught_games')->pluck('id') as $id) {
            $this->taught((string) $id);
        }
        $this->forget();
    }

    private function read(string $id): ?GameDefinition
    {
        return $this->read[$id] ??= isset($this->files()[$id]) ? $this->shipped($this->files()[$id]) : $this->taught($id);
    }

    private function shipped(string $file): GameDefinition
    {
        $json = (string) file_get_contents($file);

        return GameDefinition::read($json, $this->platformOf($json));
    }

    /** Null for a game that cannot be used any more: it could when it was taught, and the others are there all the same. */
    private function taught(string $id): ?GameDefinition
    {
        $row = DB::table('taught_games')
            ->where('id', $id)
            ->first(['document', 'problem']);
        $json = (string) $row?->document;
        try {
            $game = GameDefinition::read($json, $this->platformOf($json));
            $problem = null;
        } catch (UnusableDocument $failure) {
            $game = null;
            $problem = 'Line '.TextPlace::line($json, $failure->pointer).', '.$failure->getMessage();
        }
        if ($row !== null && $row->problem !== $problem) {
            DB::table('taught_games')
                ->where('id', $id)
                ->update(['problem' => $problem]);
        }

        return $game;
    }

    /** @return array<string, string> id => where its definition stands, of those that come with Stasimon */
    private function files(): array
    {
        return $this->files ??= array_combine(
            array_map(fn (string $file): string => basename($file, '.json'), glob($this->folder.'/*.json') ?: []),
            glob($this->folder.'/*.json') ?: [],
        );
    }

    public function ships(string $id): bool
    {
        return isset($this->files()[$id]);
    }

    /** Where the definition of a game stands that comes with Stasimon. */
    public function fileOf(string $id): string
    {
        return $this->files()[$id] ?? throw Refusal::notFound("No game called \"{$id}\" comes with Stasimon.");
    }

    /** Has definitions read anew. */
    public function forget(): void
    {
        [$this->read, $this->names, $this->files] = [[], null, null];
    }

    /** The definition of a game as it was written. */
    public function document(string $id): string
    {
        $file = $this->files()[$id] ?? null;

        return $file === null ? (string) DB::table('taught_games')->where('id', $id)->value('document') : (string) file_get_contents($file);
    }

    /** What is known of the platform that a game's runtime is. */
    public function platformOf(string $json): ?Platform
    {
        $document = $this->platformDocument($json);

        return $document === '' ? null : Platform::read($document);
    }

    /** The same as JSON; nothing where nothing is known. */
    public function platformDocument(string $json): string
    {
        $runtime = json_decode($json)->runtime->id ?? null;
        $file = "{$this->folder}/platforms/{$runtime}.json";

        return is_string($runtime) && preg_match('/^[a-z0-9-]+$/D', $runtime) === 1 && is_file($file)
            ? (string) file_get_contents($file)
            : '';
    }

    public function get(string $id): GameDefinition
    {
        return ($this->has($id) ? $this->read($id) : null) ??
            throw Refusal::notFound("There is no game called \"{$id}\" here that can be used. Games lists those that there are.");
    }
}

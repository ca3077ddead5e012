<?php

declare(strict_types=1);

namespace App;

use App\Refusal\Refusal;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Document\Place;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\Platform;

/** The game definitions that come with Stasimon, and those that a person has taught. */
final class Games
{
    /** @var array<string, GameDefinition>|null */
    private ?array $definitions = null;

    /** @var list<UnusableGame> */
    private array $unusable = [];

    public function __construct(private readonly string $folder)
    {
    }

    /** @return array<string, GameDefinition> by id */
    public function all(): array
    {
        if ($this->definitions === null) {
            $this->definitions = [];
            foreach (glob($this->folder.'/*.json') ?: [] as $file) {
                $json = (string) file_get_contents($file);
                $definition = GameDefinition::read($json, $this->platformOf($json));
                $this->definitions[$definition->id] = $definition;
            }
            $this->unusable = [];
            foreach (DB::table('taught_games')->orderBy('id')->pluck('document', 'id') as $id => $json) {
                try {
                    $definition = GameDefinition::read($json, $this->platformOf($json));
                    $this->definitions[$definition->id] ??= $definition;
                } catch (UnusableDocument $failure) {
                    // It could be used when it was taught; the others are there all the same.
                    $this->unusable[] = new UnusableGame((string) $id, $json, 'Line '.Place::line($json, $failure->pointer).', '.$failure->getMessage());
                }
            }
        }

        return $this->definitions;
    }

    /** @return list<UnusableGame> taught games whose definitions cannot be used any more */
    public function unusable(): array
    {
        $this->all();

        return $this->unusable;
    }

    public function ships(string $id): bool
    {
        return array_filter(glob($this->folder.'/*.json') ?: [], fn (string $file): bool => basename($file, '.json') === $id) !== [];
    }

    /** Where the definition of a game stands that comes with Stasimon. */
    public function fileOf(string $id): string
    {
        return "{$this->folder}/{$this->get($id)->id}.json";
    }

    /** Has definitions read anew. */
    public function forget(): void
    {
        $this->definitions = null;
    }

    /** What is known of the platform that a game's runtime is. */
    public function platformOf(string $json): ?Platform
    {
        $runtime = json_decode($json)->runtime->id ?? null;
        $file = "{$this->folder}/platforms/{$runtime}.json";

        return is_string($runtime) && preg_match('/^[a-z0-9-]+$/D', $runtime) === 1 && is_file($file) ? Platform::read((string) file_get_contents($file)) : null;
    }

    public function get(string $id): GameDefinition
    {
        return $this->all()[$id] ?? throw Refusal::notFound("There is no game called \"{$id}\" here.");
    }
}

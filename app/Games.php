<?php

declare(strict_types=1);

namespace App;

use App\Refusal\Refusal;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\Platform;

/** The game definitions that are installed. */
final class Games
{
    /** @var array<string, GameDefinition>|null */
    private ?array $definitions = null;

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
        }

        return $this->definitions;
    }

    /** What is known of the platform that a game's runtime is. */
    private function platformOf(string $json): ?Platform
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

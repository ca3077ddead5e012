<?php

declare(strict_types=1);

namespace App;

use App\Instances\Refusal;
use Stasimon\Core\Base\GameDefinition;

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
                $definition = GameDefinition::read((string) file_get_contents($file));
                $this->definitions[$definition->id] = $definition;
            }
        }

        return $this->definitions;
    }

    public function get(string $id): GameDefinition
    {
        return $this->all()[$id] ?? throw Refusal::notFound("There is no game called \"{$id}\" here.");
    }
}

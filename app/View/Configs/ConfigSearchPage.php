<?php

declare(strict_types=1);

namespace App\View\Configs;

use App\Configs\ConfigSearch;
use App\Configs\FoundLine;

/** Lines of configs that have some words in them, and what others in their place would come to. */
final readonly class ConfigSearchPage
{
    /** @var array<string, list<FoundLine>> by config */
    public array $found;

    /** @var array<string, string> config => why the other words cannot stand in it */
    public array $problems;

    public bool $isCut;

    /**
     * @param  array<string, string>  $configs  path => bytes
     * @param  string|null  $with  what is put in the words' place; null where nothing is
     */
    public function __construct(array $configs, public string $words, public ?string $with, public bool $exactly)
    {
        $search = new ConfigSearch($words, $with, $exactly);
        $found = $problems = [];
        foreach ($lines = $search->lines($configs) as $line) {
            $found[$line->path][] = $line;
        }
        foreach ($with === null ? [] : array_keys($found) as $path) {
            $problems[$path] = $search->problem((string) $path, $configs[$path]);
        }
        [$this->found, $this->problems, $this->isCut] = [$found, array_filter($problems), count($lines) >= ConfigSearch::SHOWN];
    }

    public function canReplace(): bool
    {
        return $this->with !== null && count($this->problems) < count($this->found);
    }
}

<?php

declare(strict_types=1);

namespace App\Moving;

/** The packages that names of mods mean, and the names that mean none. */
final readonly class Meant
{
    /** Names that are said one by one. */
    private const SAID = 6;

    /**
     * @param  list<string>  $ids
     * @param  list<string>  $unknown  as they were written
     */
    private function __construct(public array $ids, private array $unknown)
    {
    }

    /** @throws \App\Refusal\Refusal for nothing, or too much */
    public static function by(string $text, string $game): self
    {
        $lines = Taking::of($text, $game);
        $unknown = array_filter($lines, fn (array $line): bool => $line['id'] === null);

        return new self(array_values(array_filter(array_column($lines, 'id'))), array_column($unknown, 'text'));
    }

    /** A sentence on what means nothing here; empty where all of it means something. */
    public function nothing(): string
    {
        $named = implode(', ', array_map(fn (string $one): string => "“{$one}”", array_slice($this->unknown, 0, self::SAID)));
        $more = count($this->unknown) - self::SAID;

        return $this->unknown === [] ? '' : "Nothing is called like {$named}".($more > 0 ? " and {$more} more" : '').'.';
    }
}

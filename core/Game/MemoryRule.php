<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** A game's rule of thumb for memory: what it takes itself, what each part of a line-up adds, and what to spare. */
final readonly class MemoryRule
{
    /**
     * @param  float  $game  megabytes, as $mod, $library and $pack
     * @param  float  $spare  how many times the least is recommended
     */
    private function __construct(private float $game, private float $mod, private float $library, private float $pack, private float $spare)
    {
    }

    /** @throws UnusableDocument */
    public static function read(?Node $node): self
    {
        $of = fn (string $field, float $else): float => $node === null || ! $node->has($field) ? $else : $node->field($field)->number();

        return new self($of('game', 1500), $of('mod', 12), $of('library', 6), $of('pack', 20), $of('spare', 1.5));
    }

    /**
     * @param  list<Kind>  $kinds  of all releases of a line-up
     */
    public function over(array $kinds): MemoryAdvice
    {
        $count = fn (Kind ...$of): int => count(array_filter($kinds, fn (Kind $kind): bool => in_array($kind, $of, true)));
        $parts = array_filter([
            'the game with a loader' => [1, $this->game],
            'mods' => [$count(Kind::Mod, Kind::Expansion), $this->mod],
            'libraries' => [$count(Kind::Library), $this->library],
            'packs' => [$count(Kind::ResourcePack, Kind::DataPack, Kind::ShaderPack), $this->pack],
        ], fn (array $part): bool => $part[0] > 0);
        $least = (int) ceil(array_sum(array_map(fn (array $part): float => $part[0] * $part[1], $parts)));

        return new MemoryAdvice($least, (int) ceil($least * $this->spare), $parts);
    }
}

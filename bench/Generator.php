<?php

declare(strict_types=1);

namespace Bench;

use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Wide catalogues from a seed. Package i of N has V releases; each release needs 0 to 4 packages drawn from the first half
 * of those before it, in a range from up to 3 releases older to 2 to 6 releases wide; the wants are drawn from the second
 * half.
 */
final class Generator
{
    /** @var list<list<string>> package => release => its needs as a row of a table would hold them: "package first last;..." */
    private array $rows = [];

    /** @var list<int> */
    public array $wants = [];

    public function __construct(int $packages, public readonly int $releases, int $wants, int $seed = 1)
    {
        $dice = new Randomizer(new Mt19937($seed));
        for ($package = 0; $package < $packages; $package++) {
            $list = [];
            for ($release = 0; $release < $releases; $release++) {
                $needs = [];
                $drawable = intdiv($package, 2);
                for ($n = $drawable === 0 ? 0 : $dice->getInt(0, 4); $n > 0; $n--) {
                    $target = $dice->getInt(0, $drawable - 1);
                    $first = max(0, $release - $dice->getInt(0, 3));
                    $needs[$target] = "{$target} {$first} ".min($releases - 1, $first + $dice->getInt(2, 6) - 1);
                }
                $list[] = implode(';', $needs);
            }
            $this->rows[] = $list;
        }
        $second = range(intdiv($packages, 2), $packages - 1);
        foreach ($dice->pickArrayKeys($second, $wants) as $key) {
            $this->wants[] = $second[$key];
        }
    }

    public function packages(): int
    {
        return count($this->rows);
    }

    /** @return list<list<array{int, int, int}>> release => needs as package, first and last release */
    public function needsOf(int $package): array
    {
        return array_map(self::parsed(...), $this->rows[$package]);
    }

    /** @return list<array{int, int, int}> */
    public function needsOfRelease(int $package, int $release): array
    {
        return self::parsed($this->rows[$package][$release]);
    }

    /** @return list<array{int, int, int}> */
    private static function parsed(string $row): array
    {
        return $row === '' ? [] : array_map(fn (string $need): array => array_map(intval(...), explode(' ', $need)), explode(';', $row));
    }
}

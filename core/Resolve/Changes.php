<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

/** What leads from one line-up to another. */
final readonly class Changes
{
    /**
     * @param  list<string>  $add  package ids
     * @param  list<Change>  $change
     * @param  list<string>  $remove  package ids
     */
    private function __construct(public array $add, public array $change, public array $remove)
    {
    }

    /**
     * @param  array<string, string>  $from  package id => version
     * @param  array<string, string>  $to
     */
    public static function between(array $from, array $to): self
    {
        $add = $change = [];
        foreach ($to as $id => $version) {
            if (! isset($from[$id])) {
                $add[] = (string) $id;
            } elseif ($from[$id] !== $version) {
                $change[] = new Change((string) $id, $from[$id], $version);
            }
        }
        $remove = array_map(strval(...), array_keys(array_diff_key($from, $to)));
        sort($add, SORT_STRING);
        sort($remove, SORT_STRING);
        usort($change, fn (Change $a, Change $b): int => strcmp($a->id, $b->id));

        return new self($add, $change, $remove);
    }

    public function count(): int
    {
        return count($this->add) + count($this->change) + count($this->remove);
    }
}

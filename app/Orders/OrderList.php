<?php

declare(strict_types=1);

namespace App\Orders;

/** Packages of an instance whose order counts, and what several of them bring. */
final readonly class OrderList
{
    /**
     * @param  string  $key  in an address: "files", or a kind of pack
     * @param  list<string>  $ids  packages, the last of which wins
     * @param  array<string, list<string>>  $contested  path => packages that bring it, in that order
     */
    public function __construct(public string $key, public string $title, public array $ids, public array $contested)
    {
    }

    /** @return array<string, list<string>> path => packages that bring it, of those that one brings */
    public function of(string $id): array
    {
        return array_filter($this->contested, fn (array $ids): bool => in_array($id, $ids, true));
    }

    /** @return array{int, int} how many contested paths one wins, and how many it loses */
    public function score(string $id): array
    {
        $of = $this->of($id);
        $wins = count(array_filter($of, fn (array $ids): bool => end($ids) === $id));

        return [$wins, count($of) - $wins];
    }
}

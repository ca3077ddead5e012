<?php

declare(strict_types=1);

namespace App\Orders;

/** Packages of an instance whose order counts, and what several of them bring. */
final readonly class OrderList
{
    /**
     * @param  string  $key  in an address: "files", "merged", "start", or a kind of pack
     * @param  list<string>  $ids  packages, the last of which wins, or is started last
     * @param  array<string, list<string>>  $contested  path => packages that bring it, in that order
     * @param  array<string, list<string>>  $needs  package => those of the list that it needs, where the order is that in which they are
     *     started
     */
    public function __construct(
        public string $key,
        public string $title,
        public array $ids,
        public array $contested,
        public array $needs = [],
    ) {
    }

    /** Whether the order is that in which they are started, and not which of them wins. */
    public function isStart(): bool
    {
        return $this->key === 'start';
    }

    /** @return list<string> packages as they are shown: what wins, or is started first, at the top */
    public function shown(): array
    {
        return $this->isStart() ? $this->ids : array_reverse($this->ids);
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

<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

/** One thing in which at least one of several line-ups differs from the one that they stand beside. */
final readonly class Row
{
    public string $id;

    public string $title;

    public string $here;

    public bool $keepsApart;

    /** @param  non-empty-array<int, Difference>  $each  by the place of the line-up; those that are the same have none */
    public function __construct(public array $each)
    {
        $first = array_values($each)[0];
        [$this->id, $this->title, $this->here] = [$first->id, $first->title, $first->here];
        $this->keepsApart = array_filter($each, fn (Difference $one): bool => $one->keepsApart) !== [];
    }

    /** What it is in one of them; nothing where it is not there. */
    public function there(int $place): string
    {
        return isset($this->each[$place]) ? $this->each[$place]->there : $this->here;
    }

    /**
     * What it means: once where it means the same for all that differ, else for each by its name.
     *
     * @param  list<string>  $names
     */
    public function meaning(array $names): string
    {
        $meant = [];
        foreach ($this->each as $place => $one) {
            $meant[$one->meaning][] = $names[$place];
        }

        return count($meant) === 1
            ? (string) array_key_first($meant)
            : implode(
                '; ',
                array_map(fn (string $meaning, array $whose): string => implode(', ', $whose).': '.$meaning, array_keys($meant), $meant),
            );
    }

    /**
     * What several comparisons of one line-up say, thing by thing.
     *
     * @param  list<Comparison>  $comparisons
     * @return list<self> what keeps any of them apart first
     */
    public static function all(array $comparisons): array
    {
        $each = [];
        foreach ($comparisons as $place => $comparison) {
            foreach ($comparison->differences as $one) {
                $each[($one->isConfig ? 'config ' : ($one->isOfBase ? 'base ' : '')).$one->id][$place] = $one;
            }
        }
        $rows = array_map(fn (array $differences): self => new self($differences), array_values($each));
        $order = fn (self $row): array => [
            ! $row->keepsApart,
            ! array_values($row->each)[0]->isOfBase,
            array_values($row->each)[0]->isConfig,
            mb_strtolower($row->title),
        ];
        usort($rows, fn (self $a, self $b): int => $order($a) <=> $order($b));

        return $rows;
    }
}

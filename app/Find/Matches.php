<?php

declare(strict_types=1);

namespace App\Find;

use App\Depots\PackageRow;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;

/** What a search found, in order, of which windows are read. */
final readonly class Matches
{
    /** What a row shows; not the document, which only the resolver reads. */
    private const COLUMNS = ['id', 'kind', 'name', 'summary', 'side', 'downloads', 'size', 'published_at'];

    /**
     * @param  non-empty-list<Builder<PackageRow>>  $tiers  the best first
     * @param  int  $total  how many there are, up to Searching::COUNTED
     * @param  bool  $near  whether they are only spelled nearly like the words
     */
    public function __construct(private array $tiers, public int $total, public bool $near)
    {
    }

    /**
     * The same, but first what is for a base and not there yet, then what is there, then the rest, each in the order that it has.
     *
     * @param  list<string>  $there  package ids
     */
    public function firstFor(string $keys, array $there): self
    {
        [$fits, $isThere] = ['supports && ?::text[]', 'id = any(?::text[])'];
        // In quotes, or a package that is called "null" would be none.
        $ids = '{'.implode(',', array_map(fn (string $id): string => "\"{$id}\"", $there)).'}';
        $tiers = [];
        foreach (
            [["{$fits} and not {$isThere}", [$keys, $ids]], [$isThere, [$ids]], ["not ({$fits} ".
                "or {$isThere})", [$keys, $ids]]] as [$rule, $values]
        ) {
            foreach ($this->tiers as $tier) {
                $tiers[] = (clone $tier)->whereRaw($rule, $values);
            }
        }

        return new self($tiers, $this->total, $this->near);
    }

    /** @return Collection<int, PackageRow> */
    public function window(int $from, int $count): Collection
    {
        $found = new Collection();
        $skip = $from;
        foreach ($this->tiers as $tier) {
            $these = (clone $tier)
                ->offset($skip)
                ->limit($count - $found->count())
                ->get(self::COLUMNS);
            $found = $found->concat($these);
            if ($found->count() === $count) {
                break;
            }
            $skip = $these->isEmpty() && $skip > 0 ? $skip - min($skip, (clone $tier)->toBase()->reorder()->count()) : 0;
        }

        return $found;
    }

    /** A window without verdicts. */
    public function found(int $from, int $count): Found
    {
        $packages = $this->window($from, $count);

        return new Found($packages, [], $this->after($from, $packages->count(), $count), $this->total, $packages->count(), $this->near);
    }

    /** Where the window after one of so many begins; null when there is no more. */
    public function after(int $from, int $shown, int $asked): ?int
    {
        return $from + $shown < $this->total || ($this->total === PackageSearch::COUNTED && $shown === $asked) ? $from + $shown : null;
    }
}

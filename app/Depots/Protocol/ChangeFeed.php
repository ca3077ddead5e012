<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

use App\Depots\DepotFailure;
use Iterator;
use Stasimon\Core\Document\JsonItems;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\UnusableDocument;

/** Which packages of a depot changed, in the order in which they did. */
final readonly class ChangeFeed
{
    /**
     * @param  int  $sequence  the newest there is
     * @param  bool  $isFed  whether many packages can be asked for at a time
     * @param  bool  $hasPacks  whether it lists packs
     * @param  array<string, int>  $places  id and a space => twice its sequence, one more where the package is gone; ascending
     */
    private function __construct(public int $sequence, public bool $isFed, public bool $hasPacks, private array $places)
    {
    }

    /**
     * @param  Iterator<mixed, string>  $portions  of changes.json
     *
     * @throws DepotFailure
     */
    public static function read(string $depot, Iterator $portions): self
    {
        $document = new JsonItems($portions, 'changes');
        $places = [];
        try {
            foreach ($document->items() as $change) {
                $id = $change->id ?? null;
                if (
                    ! is_string($id) ||
                    ! self::isId($id) ||
                    ! is_int($change->sequence ?? null) ||
                    $change->sequence < 0 ||
                    $change->sequence > PHP_INT_MAX >> 2
                ) {
                    throw DepotFailure::rubbish($depot, 'changes.json');
                }
                $places[$id.' '] = 2 * $change->sequence + (($change->gone ?? false) === true ? 1 : 0);
                if (count($places) > Limits::PACKAGES) {
                    throw DepotFailure::tooMany($depot, Limits::PACKAGES);
                }
            }
        } catch (UnusableDocument $failure) {
            throw DepotFailure::rubbish($depot, 'changes.json: '.$failure->getMessage());
        }
        $sequence = $document->fields()['sequence'] ?? null;
        if (! is_int($sequence) || $sequence < 0) {
            throw DepotFailure::rubbish($depot, 'changes.json');
        }
        asort($places);

        return new self(
            $sequence,
            is_string($document->fields()['feed'] ?? null),
            is_string($document->fields()['packs'] ?? null),
            $places,
        );
    }

    public static function isId(string $text): bool
    {
        return preg_match('/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D', $text) === 1;
    }

    public function count(): int
    {
        return count($this->places);
    }

    /**
     * @param  positive-int  $size
     * @return iterable<int, array<string, int>> so many at a time: id and a space => its sequence and whether it is gone, as they are kept
     *     here
     */
    public function portions(int $size): iterable
    {
        return array_chunk($this->places, $size, true);
    }

    /**
     * @param  array<string, int>  $portion
     * @return list<string> ids of those that are there, or of those that are gone
     */
    public static function ids(array $portion, bool $gone): array
    {
        return array_map(trim(...), array_keys(array_filter($portion, fn (int $place): bool => ($place & 1) === (int) $gone)));
    }

    /** @param  array<string, int>  $portion */
    public static function last(array $portion): int
    {
        return (end($portion) ?: 0) >> 1;
    }
}

<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

use App\Depots\Address;
use App\Depots\Depot;
use App\Depots\DepotFailure;
use ArrayIterator;
use Closure;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Place\Sums;

/** A folder of archives that any web server gives out, with SHA256SUMS beside them: docs/formats/depot.md, "A listing". */
final readonly class ListingProtocol implements Protocol
{
    private const SUMS = 'SHA256SUMS';

    /** Bytes of the list. */
    private const MOST = 50_000_000;

    private Address $address;

    private Guarded $asked;

    public function __construct(private Depot $depot, private ListedFiles $files)
    {
        $this->address = Address::of($depot->url);
        $this->asked = new Guarded($depot->name, $this->address);
    }

    public function describe(): Description
    {
        $this->sums();

        return new Description('Files at '.preg_replace('#^https?://#', '', $this->depot->url), false);
    }

    public function changes(int $since, Closure $progress): ChangeFeed
    {
        $this->files->bring($this->depot, $this->asked, $this->sums(), $progress);

        return ChangeFeed::read($this->depot->name, new ArrayIterator([json_encode(
            $this->files->changes($this->depot, $since),
            JSON_THROW_ON_ERROR,
        )]));
    }

    public function packages(ChangeFeed $changes, int $since, array $portion): iterable
    {
        foreach ($this->files->packages($this->depot, ChangeFeed::ids($portion, gone: false)) as $package) {
            yield json_encode($package, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
        }
    }

    /** None: a list of files has no packs. */
    public function packs(): string
    {
        return '{"packs": []}';
    }

    public function file(string $path): string
    {
        return $this->address->at($path);
    }

    /** @throws DepotFailure */
    private function sums(): Sums
    {
        $sums = Sums::read($this->asked->get(self::SUMS, self::MOST)->getContents());
        if ($sums->digests === [] && $sums->unusable > 0) {
            throw DepotFailure::rubbish($this->depot->name, self::SUMS);
        }

        return count($sums->digests) <= Limits::PACKAGES ? $sums : throw DepotFailure::tooMany($this->depot->name, Limits::PACKAGES);
    }
}

<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Listing;

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Files\Entry;
use App\Depots\Protocol\Files\FilesProtocol;
use App\Depots\Protocol\Files\ListedFiles;
use App\Depots\Protocol\Files\RangeReading;
use Closure;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Place\Sums;

/** A folder of archives that any web server gives out, with SHA256SUMS beside them: docs/formats/depot.md, "A listing". */
final readonly class ListingProtocol extends FilesProtocol
{
    private const SUMS = 'SHA256SUMS';

    /** Bytes of the list. */
    private const MOST = 50_000_000;

    public function __construct(Depot $depot, ListedFiles $files, private RangeReading $reading)
    {
        parent::__construct($depot, $files);
    }

    public static function kind(): string
    {
        return 'a folder of files';
    }

    protected function things(): string
    {
        return 'files';
    }

    protected function reading(): RangeReading
    {
        return $this->reading;
    }

    protected function entries(Closure $progress): array
    {
        $sums = Sums::read($this->asked->get(self::SUMS, self::MOST, isKept: true)->getContents());
        if ($sums->digests === [] && $sums->unusable > 0) {
            throw DepotFailure::rubbish($this->depot->name, self::SUMS);
        }
        if (count($sums->digests) > Limits::PACKAGES) {
            throw DepotFailure::tooMany($this->depot->name, Limits::PACKAGES);
        }
        $entries = [];
        foreach ($sums->digests as $path => $sha256) {
            $entries[] = new Entry((string) $path, $sha256, $sha256);
        }

        return $entries;
    }
}

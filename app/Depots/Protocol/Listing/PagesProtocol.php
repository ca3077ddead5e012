<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Listing;

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Description;
use App\Depots\Protocol\Files\Entry;
use App\Depots\Protocol\Files\FilesProtocol;
use App\Depots\Protocol\Files\ListedFiles;
use App\Depots\Protocol\Files\RangeReading;
use Closure;
use Stasimon\Core\Document\Limits;

/** A folder of archives that a web server shows as pages, with no digests beside them: docs/formats/depot.md, "A listing". */
final readonly class PagesProtocol extends FilesProtocol
{
    /** Folders in which an archive has to be found before it is a place of archives. */
    private const LOOKED_INTO = 200;

    public function __construct(Depot $depot, ListedFiles $files, private RangeReading $reading)
    {
        parent::__construct($depot, $files);
    }

    public static function kind(): string
    {
        return 'a folder of files, without digests';
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
        $entries = [];
        foreach ($this->folder()->files($progress) as $path => $mark) {
            if (self::isArchive($path)) {
                $entries[] = new Entry($path, $mark);
            }
            if (count($entries) > Limits::PACKAGES) {
                throw DepotFailure::tooMany($this->depot->name, Limits::PACKAGES);
            }
        }

        return $entries;
    }

    public function describe(): Description
    {
        if (! $this->folder()->leadTo(self::isArchive(...), self::LOOKED_INTO)) {
            throw DepotFailure::otherKind($this->depot->name);
        }

        return $this->called();
    }

    private static function isArchive(string $path): bool
    {
        return preg_match('~\.(?:zip|jar)$~Di', $path) === 1;
    }

    private function folder(): DirectoryPages
    {
        return new DirectoryPages($this->asked, $this->address, $this->depot->name);
    }
}

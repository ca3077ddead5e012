<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Feed;

use App\Depots\Address;
use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Description;
use App\Depots\Protocol\Files\Entry;
use App\Depots\Protocol\Files\FilesProtocol;
use App\Depots\Protocol\Files\ListedFiles;
use App\Depots\Protocol\Files\RangeReading;
use Closure;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Evidence\Repository\Feed;

/** A feed whose entries have archives as enclosures, on the same host: docs/formats/depot.md, "A feed". */
final readonly class FeedProtocol extends FilesProtocol
{
    public function __construct(Depot $depot, ListedFiles $files, private RangeReading $reading)
    {
        parent::__construct($depot, $files);
    }

    public static function kind(): string
    {
        return 'a feed';
    }

    protected function things(): string
    {
        return 'files';
    }

    protected function base(Address $address): Address
    {
        return $address->host();
    }

    protected function reading(): RangeReading
    {
        return $this->reading;
    }

    /** A feed has what is new: what was in it is still there. */
    protected function isAll(): bool
    {
        return false;
    }

    public function describe(): Description
    {
        $title = $this->feed()->title;

        return $title === '' ? $this->called() : new Description($title, false);
    }

    protected function entries(Closure $progress): array
    {
        $entries = [];
        foreach ($this->feed()->enclosures as $one) {
            // What lies elsewhere is told, and not asked for: a feed may lead nowhere but to its own host.
            $path = $this->address->pathOf($one->address, $this->depot->url) ?? $one->address;
            $entries[] = new Entry($path, ($one->length ?? '').' '.$one->published, null, null, $one->published, $one->notes);
        }

        // Of one file, what stands first, which is the newest.
        return array_reverse($entries);
    }

    /** @throws DepotFailure */
    private function feed(): Feed
    {
        $path = (string) $this->address->pathOf($this->depot->url, $this->depot->url);
        try {
            return Feed::read($this->asked->get($path, Feed::LONGEST, isKept: true)->getContents());
        } catch (UnusableDocument $failure) {
            throw str_contains($failure->getMessage(), 'document type')
                ? DepotFailure::rubbish($this->depot->name, $failure->reason)
                : DepotFailure::otherKind($this->depot->name);
        }
    }
}

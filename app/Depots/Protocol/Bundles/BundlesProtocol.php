<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Bundles;

use App\Depots\Address;
use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Description;
use App\Depots\Protocol\Files\Entry;
use App\Depots\Protocol\Files\FilesProtocol;
use App\Depots\Protocol\Files\ListedFiles;
use Closure;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Evidence\Repository\BundleIndex;

/** An index of bundles, at its own address or as index.xml below one: docs/formats/depot.md, "An index of bundles". */
final readonly class BundlesProtocol extends FilesProtocol
{
    public function __construct(Depot $depot, ListedFiles $files, private ManifestReading $reading)
    {
        parent::__construct($depot, $files);
    }

    public static function kind(): string
    {
        return 'an index of bundles';
    }

    protected function things(): string
    {
        return 'bundles';
    }

    protected function base(Address $address): Address
    {
        return $address->host();
    }

    protected function reading(): ManifestReading
    {
        return $this->reading;
    }

    public function describe(): Description
    {
        $name = $this->index()[0]->name;

        return $name === '' ? $this->called() : new Description($name, false);
    }

    protected function entries(Closure $progress): array
    {
        [$index, $at] = $this->index();
        $entries = [];
        try {
            foreach ($index->resources() as $one) {
                $path = $this->address->pathOf($one->address, $at) ?? $one->address;
                $seen = $one->sha256 === '' ? (string) $one->size : $one->sha256;
                $seen .= ' '.hash('xxh64', $one->manifest);
                $entries[] = new Entry($path, $seen, $one->sha256 ?: null, $one->size, document: $one->manifest);
                if (count($entries) > Limits::PACKAGES) {
                    throw DepotFailure::tooMany($this->depot->name, Limits::PACKAGES);
                }
            }
        } catch (UnusableDocument $failure) {
            throw DepotFailure::rubbish($this->depot->name, "its index: {$failure->reason}");
        }

        return $entries;
    }

    /**
     * @return array{BundleIndex, string} and its address
     *
     * @throws DepotFailure
     */
    private function index(): array
    {
        $url = $this->depot->url;
        foreach (preg_match('~\.xml(?:\.gz)?$~D', $url) === 1 ? [$url] : ["{$url}/index.xml", "{$url}/index.xml.gz"] as $at) {
            try {
                $text = $this->asked->get((string) $this->address->pathOf($at, $at), BundleIndex::LONGEST, isKept: true)->getContents();

                return [BundleIndex::read($text), $at];
            } catch (DepotFailure $failure) {
                $failure->status === 404 || throw $failure;
            } catch (UnusableDocument) {
                break;
            }
        }

        throw DepotFailure::otherKind($this->depot->name);
    }
}

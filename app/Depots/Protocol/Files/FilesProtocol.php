<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Files;

use App\Depots\Address;
use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\FileAt;
use App\Depots\Protocol\Asking\Guarded;
use App\Depots\Protocol\ChangeFeed;
use App\Depots\Protocol\Description;
use App\Depots\Protocol\Protocol;
use ArrayIterator;
use Closure;

/** A place that lists files and says little or nothing of what is in them; what they are, is found out here and kept. */
abstract readonly class FilesProtocol implements Protocol
{
    protected Address $address;

    protected Guarded $asked;

    public function __construct(protected Depot $depot, private ListedFiles $files)
    {
        $this->address = $this->base(Address::of($depot->url));
        $this->asked = Guarded::of($depot, $this->address);
    }

    /** Below which its files lie. */
    protected function base(Address $address): Address
    {
        return $address;
    }

    /** What it has, for a name: "artifacts" */
    abstract protected function things(): string;

    abstract protected function reading(): Reading;

    /**
     * What it lists now.
     *
     * @param  Closure(int, int): void  $progress
     * @return list<Entry>
     *
     * @throws DepotFailure where it is no place of this kind, or cannot be asked
     */
    abstract protected function entries(Closure $progress): array;

    /** Whether what it does not list is not there any more. */
    protected function isAll(): bool
    {
        return true;
    }

    public function describe(): Description
    {
        $this->entries(fn () => null);

        return $this->called();
    }

    protected function called(): Description
    {
        return new Description(ucfirst($this->things()).' at '.preg_replace('#^https?://#', '', $this->depot->url), false);
    }

    public function changes(int $since, Closure $progress): ChangeFeed
    {
        $entries = $this->entries($progress);
        $this->files->bring($this->depot, $this->asked, $this->reading(), $entries, $this->isAll(), $progress);

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

    public function file(string $path): FileAt
    {
        return FileAt::of($this->depot, $this->address->at($path));
    }
}

<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

use App\Depots\Address;
use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\FileAt;
use App\Depots\Protocol\Asking\Guarded;
use Closure;
use Generator;
use Psr\Http\Message\StreamInterface;
use Stasimon\Core\Document\Limits;
use stdClass;

/** Documents in JSON: docs/formats/depot.md. */
final readonly class JsonProtocol implements Protocol
{
    /** Bytes of an answer that are looked at together. */
    private const PORTION = 65_536;

    private Address $address;

    private Guarded $asked;

    public function __construct(private Depot $depot)
    {
        $this->address = Address::of($depot->url);
        $this->asked = Guarded::of($depot, $this->address);
    }

    public static function kind(): string
    {
        return '';
    }

    public function describe(): Description
    {
        $said = $this->decoded('depot.json', $this->asked->get('depot.json', Limits::PACKAGE)->getContents());
        if (($said->format ?? null) !== 'depot' || ($said->revision ?? null) !== 1) {
            throw DepotFailure::rubbish($this->depot->name, 'depot.json');
        }

        return new Description(is_string($said->name ?? null) ? $said->name : '', ($said->moderated ?? false) === true);
    }

    public function changes(int $since, Closure $progress): ChangeFeed
    {
        return ChangeFeed::read($this->depot->name, $this->portions($this->asked->get("changes.json?since={$since}", Limits::ANSWER)));
    }

    public function packs(): string
    {
        return $this->asked->get('packs.json', Limits::PACKAGE)->getContents();
    }

    public function file(string $path): FileAt
    {
        return FileAt::of($this->depot, $this->address->at($path));
    }

    public function packages(ChangeFeed $changes, int $since, array $portion): iterable
    {
        return $changes->isFed ? $this->feed($since, count($portion)) : $this->one($portion);
    }

    /**
     * @param  array<string, int>  $portion
     * @return Generator<int, string>
     *
     * @throws DepotFailure
     */
    private function one(array $portion): Generator
    {
        foreach (ChangeFeed::ids($portion, gone: false) as $id) {
            yield $this->asked->get('packages/'.rawurlencode($id).'.json', Limits::PACKAGE)->getContents();
        }
    }

    /**
     * The packages that changed above a sequence, many at a time, each as one line; one that is too long is cut, and can be
     * read no more.
     *
     * @return Generator<int, string>
     *
     * @throws DepotFailure
     */
    private function feed(int $since, int $limit): Generator
    {
        $answer = $this->asked->get("feed.jsonl?since={$since}&limit={$limit}", Limits::ANSWER);
        $line = '';
        foreach ($this->portions($answer) as $portion) {
            $parts = explode("\n", $portion);
            $last = (string) array_pop($parts);
            foreach ($parts as $part) {
                if (trim($line.$part) !== '') {
                    yield substr($line.$part, 0, Limits::PACKAGE + 1);
                }
                $line = '';
            }
            $line = substr($line.$last, 0, Limits::PACKAGE + 1);
        }
        if (trim($line) !== '') {
            yield $line;
        }
    }

    /** @return Generator<int, string> */
    private function portions(StreamInterface $answer): Generator
    {
        while (! $answer->eof()) {
            yield $answer->read(self::PORTION);
        }
    }

    /** @throws DepotFailure */
    private function decoded(string $what, string $json): stdClass
    {
        $document = json_decode($json, false, 64);

        return $document instanceof stdClass ? $document : throw DepotFailure::rubbish($this->depot->name, $what);
    }
}

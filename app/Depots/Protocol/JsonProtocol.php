<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

use App\Depots\Address;
use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Refusal\Refusal;
use Generator;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\RequestException;
use Illuminate\Support\Facades\Http;
use Psr\Http\Message\StreamInterface;
use Stasimon\Core\Document\Limits;
use stdClass;

/** Documents in JSON: docs/formats/depot.md. */
final readonly class JsonProtocol implements Protocol
{
    private const REDIRECTS = 3;

    /** Bytes of an answer that are looked at together. */
    private const PORTION = 65_536;

    private Address $address;

    public function __construct(private Depot $depot)
    {
        $this->address = Address::of($depot->url);
    }

    public function describe(): Description
    {
        $said = $this->decoded('depot.json', $this->get('depot.json', Limits::PACKAGE)->getContents());
        if (($said->format ?? null) !== 'depot' || ($said->revision ?? null) !== 1) {
            throw DepotFailure::rubbish($this->depot->name, 'depot.json');
        }

        return new Description(is_string($said->name ?? null) ? $said->name : '', ($said->moderated ?? false) === true);
    }

    public function changes(int $since): ChangeFeed
    {
        return ChangeFeed::read($this->depot->name, $this->portions($this->get("changes.json?since={$since}", Limits::ANSWER)));
    }

    public function packs(): string
    {
        return $this->get('packs.json', Limits::PACKAGE)->getContents();
    }

    public function file(string $path): string
    {
        return $this->address->at($path);
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
            yield $this->get('packages/'.rawurlencode($id).'.json', Limits::PACKAGE)->getContents();
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
        $answer = $this->get("feed.jsonl?since={$since}&limit={$limit}", Limits::ANSWER);
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

    /**
     * An answer, which lies on disk where it is long.
     *
     * @param  int  $most  bytes
     *
     * @throws DepotFailure
     */
    private function get(string $path, int $most): StreamInterface
    {
        $url = $this->address->at($path);
        for ($turn = 0; $turn <= self::REDIRECTS; $turn++) {
            $body = new CappedStream($most);
            try {
                $response = Http::connectTimeout(3)->timeout(900)->retry(2, 200, $body->restart(...), throw: false)
                    ->withOptions(['allow_redirects' => false, 'sink' => $body, 'curl' => [
                        CURLOPT_RESOLVE => [$this->address->pinned()], CURLOPT_LOW_SPEED_LIMIT => 1_000, CURLOPT_LOW_SPEED_TIME => 60,
                    ]])->get($url);
            } catch (ConnectionException|RequestException $failure) {
                throw $body->isFull ? DepotFailure::tooLong($this->depot->name, $path, $most) : DepotFailure::away($this->depot->name);
            } catch (Refusal $refusal) {
                throw DepotFailure::unreachable($this->depot->name, $refusal->getMessage());
            }
            if (! $response->redirect()) {
                $answer = $response->toPsrResponse()->getBody();
                $answer->rewind();

                return $response->successful() ? $answer : throw DepotFailure::refused($this->depot->name, $response->status());
            }
            $url = $this->address->redirected($url, $response->header('Location')) ?? throw DepotFailure::redirected($this->depot->name);
        }

        throw DepotFailure::redirected($this->depot->name);
    }
}

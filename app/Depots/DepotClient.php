<?php

declare(strict_types=1);

namespace App\Depots;

use App\Instances\Refusal;
use App\Models\Depot;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\RequestException;
use Illuminate\Support\Facades\Http;
use stdClass;

/** Talks to one depot in its protocol, standins/depot/README.md: to its own address, and to no other. */
final readonly class DepotClient
{
    /** The longest answer that is read, in bytes. */
    private const LONGEST = 64_000_000;

    private const REDIRECTS = 3;

    private Address $address;

    public function __construct(private Depot $depot)
    {
        $this->address = Address::of($depot->url);
    }

    /** @throws DepotFailure */
    public function description(): stdClass
    {
        return $this->decoded('depot.json', $this->get('depot.json'));
    }

    /**
     * What changed above a sequence: ids, and the newest sequence there is.
     *
     * @throws DepotFailure
     */
    public function changes(int $since): stdClass
    {
        return $this->decoded('changes.json', $this->get("changes.json?since={$since}"));
    }

    /** @throws DepotFailure */
    public function package(string $id): stdClass
    {
        return $this->decoded("packages/{$id}.json", $this->get('packages/'.rawurlencode($id).'.json'));
    }

    /**
     * The packages that changed above a sequence, many at a time, each as one line.
     *
     * @return list<string>
     *
     * @throws DepotFailure
     */
    public function feed(int $since, int $limit): array
    {
        return array_values(array_filter(explode("\n", $this->get("feed.jsonl?since={$since}&limit={$limit}")), fn (string $line): bool => $line !== ''));
    }

    /** @throws DepotFailure */
    public function decoded(string $what, string $json): stdClass
    {
        $document = json_decode($json, false, 64);

        return $document instanceof stdClass ? $document : throw DepotFailure::rubbish($this->depot->name, $what);
    }

    /** @throws DepotFailure */
    private function get(string $path): string
    {
        $url = $this->address->at($path);
        for ($turn = 0; $turn <= self::REDIRECTS; $turn++) {
            $body = new CappedStream(self::LONGEST);
            try {
                $response = Http::connectTimeout(3)->timeout(60)->retry(2, 200, throw: false)
                    ->withOptions(['allow_redirects' => false, 'sink' => $body, 'curl' => [CURLOPT_RESOLVE => [$this->address->pinned()]]])->get($url);
            } catch (ConnectionException|RequestException $failure) {
                throw $body->full ? DepotFailure::rubbish($this->depot->name, 'an answer that does not end') : DepotFailure::away($this->depot->name);
            } catch (Refusal $refusal) {
                throw DepotFailure::unreachable($this->depot->name, $refusal->getMessage());
            }
            if (! $response->redirect()) {
                return $response->successful() ? $response->body() : throw DepotFailure::refused($this->depot->name, $response->status());
            }
            $url = $this->address->redirected($url, $response->header('Location')) ?? throw DepotFailure::redirected($this->depot->name);
        }

        throw DepotFailure::redirected($this->depot->name);
    }
}

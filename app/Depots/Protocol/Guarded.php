<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

use App\Depots\Address;
use App\Depots\DepotFailure;
use App\Refusal\Refusal;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\RequestException;
use Illuminate\Support\Facades\Http;
use Psr\Http\Message\StreamInterface;

/** Asks an address that a person has given, and no other one; what comes is no longer than is said. */
final readonly class Guarded
{
    private const REDIRECTS = 3;

    /** @param  string  $name  what it is called in a sentence */
    public function __construct(private string $name, private Address $address)
    {
    }

    /**
     * An answer, which lies on disk where it is long.
     *
     * @param  string  $path  below the address; nothing for the address itself
     * @param  int  $most  bytes
     *
     * @throws DepotFailure
     */
    public function get(string $path, int $most): StreamInterface
    {
        $url = $path === '' ? $this->address->url : $this->address->at($path);
        for ($turn = 0; $turn <= self::REDIRECTS; $turn++) {
            $body = new CappedStream($most);
            try {
                $response = Http::connectTimeout(3)->timeout(900)->retry(2, 200, $body->restart(...), throw: false)
                    ->withOptions(['allow_redirects' => false, 'sink' => $body, 'curl' => [
                        CURLOPT_RESOLVE => [$this->address->pinned()], CURLOPT_LOW_SPEED_LIMIT => 1_000, CURLOPT_LOW_SPEED_TIME => 60,
                    ]])->get($url);
            } catch (ConnectionException|RequestException $failure) {
                throw $body->isFull ? DepotFailure::tooLong($this->name, $path, $most) : DepotFailure::away($this->name);
            } catch (Refusal $refusal) {
                throw DepotFailure::unreachable($this->name, $refusal->getMessage());
            }
            if (! $response->redirect()) {
                $answer = $response->toPsrResponse()->getBody();
                $answer->rewind();

                return $response->successful() ? $answer : throw DepotFailure::refused($this->name, $response->status());
            }
            $url = $this->address->redirected($url, $response->header('Location')) ?? throw DepotFailure::redirected($this->name);
        }

        throw DepotFailure::redirected($this->name);
    }
}

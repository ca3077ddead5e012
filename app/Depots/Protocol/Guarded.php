<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

use App\Depots\Address;
use App\Depots\DepotFailure;
use App\Refusal\Refusal;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Pool;
use Illuminate\Http\Client\RequestException;
use Illuminate\Http\Client\Response;
use Illuminate\Support\Facades\Http;
use Psr\Http\Message\StreamInterface;

/** Asks an address that a person has given, and no other one; what comes is no longer than is said. */
final readonly class Guarded
{
    private const REDIRECTS = 3;

    /** Questions that are asked at a time. */
    private const TOGETHER = 8;

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
                    ->withOptions($this->options($body))->get($url);
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

    /**
     * Parts of files, several at a time (RFC 9110, section 14).
     *
     * @param  array<string, array{path: string, range: string, most: int}>  $wanted  which bytes, as a Range header has them, and how many
     *     they are at most
     * @return array<string, Part|DepotFailure> by the same names; of what cannot come, why
     *
     * @throws DepotFailure where nothing more can come now
     */
    public function parts(array $wanted): array
    {
        try {
            $options = array_map(fn (array $one): array => $this->options(new CappedStream($one['most'])), $wanted);
        } catch (Refusal $refusal) {
            throw DepotFailure::unreachable($this->name, $refusal->getMessage());
        }
        $answers = Http::pool(function (Pool $pool) use ($wanted, $options): void {
            foreach ($wanted as $name => $one) {
                $pool->as($name)->connectTimeout(3)->timeout(120)->withOptions($options[$name])
                    ->withHeaders(['Range' => $one['range']])->get($this->address->at($one['path']));
            }
        }, self::TOGETHER);
        $parts = [];
        foreach ($wanted as $name => $one) {
            $parts[$name] = $this->part($answers[$name] ?? null, $one, $options[$name]['sink']->isFull);
        }

        return $parts;
    }

    /**
     * @param  array{path: string, range: string, most: int}  $wanted
     *
     * @throws DepotFailure
     */
    private function part(mixed $answer, array $wanted, bool $isFull): Part|DepotFailure
    {
        if ($isFull || ! $answer instanceof Response) {
            throw $isFull ? DepotFailure::noParts($this->name) : DepotFailure::away($this->name);
        }
        $failure = DepotFailure::refused($this->name, $answer->status());
        if ($failure->passing) {
            throw $failure;
        }
        $stream = $answer->toPsrResponse()->getBody();
        $stream->rewind();
        $body = $stream->getContents();
        $modified = $answer->header('Last-Modified') ?: null;
        if ($answer->status() === 200 && str_starts_with($wanted['range'], 'bytes=-')) {
            // All of it, being no longer than the end that was asked for.
            return new Part($body, strlen($body), $modified);
        }
        if ($answer->status() !== 206) {
            return $answer->status() === 200
                ? throw DepotFailure::noParts($this->name)
                : DepotFailure::notThere($this->name, $wanted['path'], $answer->status());
        }
        if (preg_match('~^bytes [0-9]{1,18}-[0-9]{1,18}/([0-9]{1,18})$~D', $answer->header('Content-Range'), $range) !== 1) {
            throw DepotFailure::rubbish($this->name, "the range of {$wanted['path']}");
        }

        return new Part($body, (int) $range[1], $modified);
    }

    /** @return array{allow_redirects: false, sink: CappedStream, curl: array<int, mixed>} */
    private function options(CappedStream $body): array
    {
        return [
            'allow_redirects' => false,
            'sink' => $body,
            'curl' => [
                CURLOPT_RESOLVE => [$this->address->pinned()],
                CURLOPT_LOW_SPEED_LIMIT => 1_000,
                CURLOPT_LOW_SPEED_TIME => 60,
            ],
        ];
    }
}

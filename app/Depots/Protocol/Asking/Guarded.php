<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Asking;

use App\Depots\Address;
use App\Depots\Credentials;
use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Refusal\Refusal;
use GuzzleHttp\Psr7\Utils;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Pool;
use Illuminate\Http\Client\RequestException;
use Illuminate\Http\Client\Response;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Sleep;
use Psr\Http\Message\StreamInterface;
use Throwable;

/**
 * Asks an address that a person has given, and no other one; what comes is no longer than is said. Where the place asks for a
 * pause, it gets one; what it said before and stands by does not come again.
 */
final readonly class Guarded
{
    private const REDIRECTS = 3;

    /** Questions that are asked at a time. */
    private const TOGETHER = 8;

    /** Seconds that a place may ask for and is waited for here; and how often. Whoever asks for more is left alone for now. */
    private const PATIENCE = 20;

    private const PAUSES = 3;

    /** @param  string  $name  what it is called in a sentence */
    public function __construct(
        private string $name,
        private Address $address,
        private ?Credentials $credentials = null,
        private ?KnownAnswers $known = null,
    ) {
    }

    /** @param  Address|null  $at  another one than the depot's, on the same machine */
    public static function of(Depot $depot, ?Address $at = null): self
    {
        return new self($depot->name, $at ?? Address::of($depot->url), $depot->asker(), new KnownAnswers($depot->id));
    }

    /**
     * An answer, which lies on disk where it is long.
     *
     * @param  string  $path  below the address; nothing for the address itself
     * @param  int  $most  bytes
     * @param  bool  $isKept  whether it is kept, and comes only where it is another one now
     * @param  array<string, string>  $headers
     *
     * @throws DepotFailure
     */
    public function get(string $path, int $most, bool $isKept = false, array $headers = []): StreamInterface
    {
        $address = $this->addressOf($path);
        $before = $isKept ? $this->known?->before([$address])[$address] ?? null : null;
        $response = $this->response('get', $path, $most, $headers + ($before?->headers() ?? []));
        if ($response->status() === 304 && $before !== null) {
            $this->known->stand([$address]);

            return Utils::streamFor($before->body);
        }
        $answer = $response->toPsrResponse()->getBody();
        $answer->rewind();
        if (! $response->successful()) {
            throw DepotFailure::refused($this->name, $response->status(), self::pauseAsked($response));
        }
        if ($isKept && $this->known !== null) {
            $this->known->keep($address, $response, $answer->getContents());
            $answer->rewind();
        }

        return $answer;
    }

    /**
     * What is answered to a question of any kind, whatever it is.
     *
     * @param  array<string, string>  $headers
     *
     * @throws DepotFailure where nothing is, or a redirect leads elsewhere
     */
    public function response(string $verb, string $path, int $most, array $headers = [], string|StreamInterface $body = ''): Response
    {
        $url = $this->addressOf($path);
        for ($turn = $pauses = 0; $turn <= self::REDIRECTS;) {
            $sink = new CappedStream($most);
            try {
                $response = Http::connectTimeout(3)->timeout(900)->retry(2, 200, self::isWorthAnother(...), throw: false)
                    ->beforeSending(fn (): bool => $sink->restart())
                    ->withOptions($this->options($sink) + ($body === '' ? [] : ['body' => $body]))
                    ->withHeaders($headers + $this->said())
                    ->send($verb, $url);
            } catch (ConnectionException|RequestException) {
                throw $sink->isFull ? DepotFailure::tooLong($this->name, $path, $most) : DepotFailure::away($this->name);
            } catch (Refusal $refusal) {
                throw DepotFailure::unreachable($this->name, $refusal->getMessage());
            }
            $asked = self::pauseAsked($response);
            if ($asked > 0 && $asked <= self::PATIENCE && $pauses++ < self::PAUSES) {
                Sleep::for($asked)->seconds();

                continue;
            }
            if (! $response->redirect() || $response->status() === 304) {
                return $response;
            }
            $url = $this->address->redirected($url, $response->header('Location')) ?? throw DepotFailure::redirected($this->name);
            $turn++;
        }

        throw DepotFailure::redirected($this->name);
    }

    /**
     * Answers to several questions, kept, and each come again only where it is another one now.
     *
     * @param  list<string>  $paths
     * @param  int  $most  bytes of each
     * @return array<string, string|DepotFailure> by path; of what cannot come, why
     *
     * @throws DepotFailure where nothing more can come now
     */
    public function texts(array $paths, int $most): array
    {
        $addresses = array_combine($paths, array_map($this->addressOf(...), $paths));
        $before = $this->known?->before(array_values($addresses)) ?? [];
        $answers = $this->several(array_map(fn (string $address): array => [
            'address' => $address,
            'sink' => new CappedStream($most),
            'headers' => ($before[$address] ?? null)?->headers() ?? [],
        ], $addresses));
        $texts = $stand = [];
        foreach ($addresses as $path => $address) {
            $answer = $answers[$path];
            $known = $before[$address] ?? null;
            if ($answer instanceof Response && $answer->status() === 304 && $known !== null) {
                $stand[] = $address;
                $texts[$path] = $known->body;
            } elseif ($answer instanceof Response && $answer->status() === 200) {
                $texts[$path] = self::content($answer);
                $this->known?->keep($address, $answer, $texts[$path]);
            } elseif ($answer instanceof Response) {
                $texts[$path] = DepotFailure::notThere($this->name, $path, $answer->status());
            } else {
                $texts[$path] = $answer ?? DepotFailure::tooLong($this->name, $path, $most);
            }
        }
        $this->known?->stand($stand);

        return $texts;
    }

    /**
     * What files come to, each of which comes once and is not kept.
     *
     * @param  list<string>  $paths
     * @param  int  $most  bytes of each
     * @return array<string, Digests|DepotFailure> by path
     *
     * @throws DepotFailure where nothing more can come now
     */
    public function digests(array $paths, int $most): array
    {
        $wanted = [];
        foreach ($paths as $path) {
            $wanted[$path] = ['address' => $this->addressOf($path), 'sink' => new DigestedStream($most), 'headers' => []];
        }
        $found = [];
        foreach ($this->several($wanted) as $path => $answer) {
            $found[$path] = match (true) {
                ! $answer instanceof Response => $answer ?? DepotFailure::tooLong($this->name, $path, $most),
                $answer->status() !== 200 => DepotFailure::notThere($this->name, $path, $answer->status()),
                default => $wanted[$path]['sink']->digests(),
            };
        }

        return $found;
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
        $answers = $this->several(array_map(fn (array $one): array => [
            'address' => $this->addressOf($one['path']),
            'sink' => new CappedStream($one['most']),
            'headers' => ['Range' => $one['range']],
        ], $wanted));
        $parts = [];
        foreach ($answers as $name => $answer) {
            $parts[$name] = $this->part($answer ?? throw DepotFailure::noParts($this->name), $wanted[$name]);
        }

        return $parts;
    }

    /**
     * @param  array{path: string, range: string, most: int}  $wanted
     *
     * @throws DepotFailure
     */
    private function part(Response|DepotFailure $answer, array $wanted): Part|DepotFailure
    {
        if ($answer instanceof DepotFailure) {
            return $answer;
        }
        $body = self::content($answer);
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

    /**
     * @param  array<string, array{address: string, sink: CappedStream|DigestedStream, headers: array<string, string>}>  $wanted
     * @return array<string, Response|DepotFailure|null> by the same names; null for what was longer than its sink
     *
     * @throws DepotFailure where nothing more can come now
     */
    private function several(array $wanted): array
    {
        $answers = [];
        for ($pauses = 0, $left = $wanted; $left !== []; $pauses++) {
            $answers = $this->pooled($left) + $answers;
            $asked = array_filter(array_map(fn (mixed $one): int => $one instanceof Response ? self::pauseAsked($one) : 0, $answers));
            if ($asked === [] || max($asked) > self::PATIENCE || $pauses >= self::PAUSES) {
                break;
            }
            $left = array_intersect_key($wanted, $asked);
            Sleep::for(max($asked))->seconds();
        }
        $found = [];
        foreach ($wanted as $name => $one) {
            $answer = $answers[$name] ?? null;
            if (! $answer instanceof Response && ! $one['sink']->isFull) {
                throw DepotFailure::away($this->name);
            }
            $failure =
                $answer instanceof Response ? DepotFailure::refused($this->name, $answer->status(), self::pauseAsked($answer)) : null;
            if ($failure !== null && $failure->passing) {
                throw $failure;
            }
            $found[$name] = $one['sink']->isFull ? null : $answer;
        }

        return $found;
    }

    /**
     * @param  array<string, array{address: string, sink: CappedStream|DigestedStream, headers: array<string, string>}>  $wanted
     * @return array<array-key, mixed>
     *
     * @throws DepotFailure
     */
    private function pooled(array $wanted): array
    {
        try {
            array_walk($wanted, fn (array $one): bool => $one['sink']->restart());
            $options = array_map(fn (array $one): array => $this->options($one['sink']), $wanted);
        } catch (Refusal $refusal) {
            throw DepotFailure::unreachable($this->name, $refusal->getMessage());
        }

        return Http::pool(function (Pool $pool) use ($wanted, $options): void {
            foreach ($wanted as $name => $one) {
                $pool->as($name)->connectTimeout(3)->timeout(900)->withOptions($options[$name])
                    ->withHeaders($one['headers'] + $this->said())->get($one['address']);
            }
        }, self::TOGETHER);
    }

    private static function content(Response $answer): string
    {
        $stream = $answer->toPsrResponse()->getBody();
        $stream->rewind();

        return $stream->getContents();
    }

    /** What broke off, or was the place's own fault, and for which it asks no pause. */
    private static function isWorthAnother(?Throwable $failure): bool
    {
        $answer = $failure instanceof RequestException ? $failure->response : null;

        return $failure instanceof ConnectionException || ($answer?->serverError() === true && self::pauseAsked($answer) === 0);
    }

    /** Seconds for which a place asks to be left alone (RFC 9110, 10.2.3); 0 where it does not. */
    private static function pauseAsked(Response $response): int
    {
        $asked = trim($response->header('Retry-After'));
        if (($response->status() !== 429 && $response->status() !== 503) || $asked === '') {
            return 0;
        }
        $seconds = ctype_digit($asked) ? (int) substr($asked, 0, 9) : (int) strtotime($asked) - now()->getTimestamp();

        return max(0, min($seconds, 7 * 86_400));
    }

    private function addressOf(string $path): string
    {
        return $path === '' ? $this->address->url : $this->address->at(ltrim($path, '/'));
    }

    /** @return array<string, string> who asks */
    private function said(): array
    {
        return $this->credentials === null ? [] : ['Authorization' => $this->credentials->header()];
    }

    /** @return array{allow_redirects: false, sink: CappedStream|DigestedStream, curl: array<int, mixed>} */
    private function options(CappedStream|DigestedStream $body): array
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

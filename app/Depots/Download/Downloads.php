<?php

declare(strict_types=1);

namespace App\Depots\Download;

use App\Depots\Address;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Protocols;
use App\Depots\ReleaseRow;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use Closure;
use Generator;
use GuzzleHttp\Client;
use GuzzleHttp\Pool;
use GuzzleHttp\Promise\Create;
use GuzzleHttp\Promise\PromiseInterface;
use Psr\Http\Message\ResponseInterface;
use Throwable;

/**
 * Fetches files into the store, several at a time. What was interrupted goes on where it broke off; what fails for the moment
 * is tried again after a growing pause, and with another depot that has the same file. A file gets its name only once its
 * SHA-256 was checked.
 */
final class Downloads
{
    private const AT_ONCE = 4;

    /** How often a file is asked for, of each depot that offers it. */
    private const ATTEMPTS = 3;

    private const FIRST_PAUSE = 400_000;

    private bool $halted = false;

    /** @param  Closure(list<Transfer>): bool  $tick  told often how far things are; false ends the work */
    public function __construct(private readonly Store $store, private readonly Closure $tick)
    {
    }

    /**
     * @param  list<Transfer>  $wanted
     * @return bool  false when it was ended from outside; what came is kept
     *
     * @throws DepotFailure once the others are through
     * @throws FullDisk
     */
    public function run(array $wanted): bool
    {
        $client = new Client(['http_errors' => false, 'allow_redirects' => false]);
        for ($turn = 0; ; $turn++) {
            $isLeft = fn (Transfer $one): bool => $one->state !== TransferState::There && $one->failure === null;
            $left = array_values(array_filter($wanted, $isLeft));
            if ($left === [] || $this->halted) {
                break;
            }
            if ($turn > 0 && ! $this->pause($wanted, self::FIRST_PAUSE << min($turn - 1, 4))) {
                return false;
            }
            (new Pool($client, $this->requests($client, $left, $wanted), ['concurrency' => self::AT_ONCE]))->promise()->wait();
        }
        $going = ($this->tick)($wanted) && ! $this->halted;
        foreach ($wanted as $one) {
            if ($going && $one->failure !== null) {
                throw $one->failure;
            }
        }

        return $going;
    }

    /**
     * @param  list<Transfer>  $left
     * @param  list<Transfer>  $all
     * @return Generator<int, Closure(): PromiseInterface>
     */
    private function requests(Client $client, array $left, array $all): Generator
    {
        foreach ($left as $one) {
            yield function () use ($client, $one, $all): PromiseInterface {
                return $this->request($client, $one, $all);
            };
        }
    }

    /** @param  list<Transfer>  $all */
    private function request(Client $client, Transfer $one, array $all): PromiseInterface
    {
        $offer = $one->offer();
        $partial = $this->store->partial($one->sha256);
        $there = self::resumed($one, $partial);
        $one->done = $there;
        $one->state = TransferState::Fetching;
        $handle = @fopen($partial, 'ab');
        if ($handle === false) {
            $one->failure = FullDisk::writing($one->name);

            return Create::promiseFor(null);
        }
        $sink = new PartStream($handle, $one);
        if ($there === $one->size) {
            $this->settle($one, $offer, $partial, $sink, null);

            return Create::promiseFor(null);
        }
        try {
            $address = Address::of($offer->depot->url);
            $at = Protocols::of($offer->depot)->file($offer->file_path);
            $promise = $client->getAsync($at->address, [
                'headers' => ($there > 0 ? ['Range' => "bytes={$there}-"] : []) + $at->headers,
                'sink' => $sink,
                'connect_timeout' => 3,
                'on_headers' => fn (ResponseInterface $of) => $this->checkHeaders($of, $offer->depot->name, $one->name, $sink, $there),
                'curl' => $this->halting($address, $all),
            ]);
        } catch (Refusal $refusal) {
            $this->settle($one, $offer, $partial, $sink, DepotFailure::unreachable($offer->depot->name, $refusal->getMessage()));

            return Create::promiseFor(null);
        }

        return $promise->then(
            fn () => $this->settle($one, $offer, $partial, $sink, null),
            fn (Throwable $failure) => $this->settle($one, $offer, $partial, $sink, self::meaning($failure, $offer->depot->name)),
        );
    }

    /**
     * Goes to the address that was looked at, gives up on what does not come, and ends where the one who waits says so.
     *
     * @param  list<Transfer>  $all
     * @return array<int, mixed> options of curl
     */
    private function halting(Address $address, array $all): array
    {
        return [
            CURLOPT_RESOLVE => [$address->pinned()],
            CURLOPT_LOW_SPEED_LIMIT => 1,
            CURLOPT_LOW_SPEED_TIME => 30,
            CURLOPT_NOPROGRESS => false,
            CURLOPT_XFERINFOFUNCTION => function () use ($all): int {
                $this->halted = $this->halted || ! ($this->tick)($all);

                return $this->halted ? 1 : 0;
            },
        ];
    }

    /** Bytes that are there already; what is too long or damaged begins anew. */
    private static function resumed(Transfer $one, string $partial): int
    {
        $there = is_file($partial) ? (int) filesize($partial) : 0;
        if ($there > $one->size || ($there === $one->size && $there > 0 && hash_file('sha256', $partial) !== $one->sha256)) {
            unlink($partial);
            $there = 0;
        }

        return $there;
    }

    /** @throws DepotFailure when what follows is not the file */
    private function checkHeaders(ResponseInterface $response, string $depot, string $name, PartStream $sink, int $there): void
    {
        $status = $response->getStatusCode();
        if ($status >= 300 && $status < 400) {
            throw DepotFailure::redirected($depot);
        }
        if ($status === 416) {
            // It has no byte behind those that came, and was said to have more.
            throw DepotFailure::wrongSize($depot, $name);
        }
        if ($status !== 200 && $status !== 206) {
            throw DepotFailure::refused($depot, $status);
        }
        if (str_contains(strtolower($response->getHeaderLine('Content-Type')), 'html')) {
            throw DepotFailure::rubbish($depot, 'a web page instead of a file');
        }
        if ($there > 0 && ($status !== 206 || ! str_starts_with($response->getHeaderLine('Content-Range'), "bytes {$there}-"))) {
            $sink->restart();
        }
    }

    private static function meaning(Throwable $failure, string $depot): DepotFailure
    {
        for ($cause = $failure; $cause !== null; $cause = $cause->getPrevious()) {
            if ($cause instanceof DepotFailure) {
                return $cause;
            }
        }

        return DepotFailure::away($depot);
    }

    /** What has become of one request: the file is there, or is tried again, or cannot be had. */
    private function settle(Transfer $one, ReleaseRow $offer, string $partial, PartStream $sink, ?DepotFailure $failure): void
    {
        $sink->close();
        $one->attempts++;
        if ($this->halted) {
            $one->state = TransferState::Waiting;

            return;
        }
        if ($sink->problem === CutShort::DiskFull) {
            $one->failure = FullDisk::writing($one->name);

            return;
        }
        if ($sink->problem === CutShort::TooLong) {
            @unlink($partial);
            $failure = DepotFailure::wrongSize($offer->depot->name, $one->name);
        } elseif ($one->done === $one->size && hash_file('sha256', $partial) === $one->sha256) {
            $this->store->take($partial, $one->sha256);
            $one->state = TransferState::There;

            return;
        } elseif ($one->done === $one->size) {
            @unlink($partial);
            $failure = DepotFailure::wrongDigest($offer->depot->name, $one->name);
        } elseif ($failure === null) {
            $failure = DepotFailure::cutShort($offer->depot->name, $one->name);
        }
        $one->done = is_file($partial) ? (int) filesize($partial) : 0;
        if (! $failure->passing) {
            $one->without($offer);
        }
        $one->state = TransferState::Again;
        if ($one->offers === [] || $one->attempts >= self::ATTEMPTS * count($one->offers)) {
            $one->failure = $failure;
        }
    }

    /**
     * @param  list<Transfer>  $wanted
     */
    private function pause(array $wanted, int $microseconds): bool
    {
        for ($waited = 0; $waited < $microseconds; $waited += 100_000) {
            if (! ($this->tick)($wanted)) {
                return false;
            }
            usleep(100_000);
        }

        return true;
    }
}

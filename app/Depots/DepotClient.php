<?php

declare(strict_types=1);

namespace App\Depots;

use App\Models\Depot;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\PendingRequest;
use Illuminate\Http\Client\Response;
use Illuminate\Support\Facades\Http;

/** Talks to one depot in its protocol: standins/depot/README.md. Goes only to the depot's own address, and follows no redirect. */
final readonly class DepotClient
{
    public function __construct(private Depot $depot)
    {
    }

    /** @return array<string, mixed> */
    public function description(): array
    {
        return $this->json('depot.json');
    }

    /** @return array<string, mixed> sequence, and the changes above the one given */
    public function changes(int $since): array
    {
        return $this->json("changes.json?since={$since}");
    }

    /** The package's document as text. */
    public function package(string $id): string
    {
        return $this->get('packages/'.rawurlencode($id).'.json')->body();
    }

    /**
     * Fetches a file into a path, from where an earlier attempt left off.
     *
     * @param  callable(int): void  $progress  told how many bytes are there
     *
     * @throws DepotFailure
     */
    public function file(string $path, string $to, int $size, callable $progress): void
    {
        $there = is_file($to) ? (int) filesize($to) : 0;
        if ($there >= $size) {
            $there = 0;
        }
        $handle = fopen($to, $there > 0 ? 'ab' : 'wb');
        if ($handle === false) {
            throw new DepotFailure('The disk cannot be written to. Nothing was changed.');
        }
        try {
            $request = $this->request()->withOptions(['stream' => true, 'allow_redirects' => false]);
            $response = ($there > 0 ? $request->withHeader('Range', "bytes={$there}-") : $request)->get($this->address($path));
            $this->check($response, 'a file');
            if ($there > 0 && $response->status() !== 206) {
                ftruncate($handle, 0);
                $there = 0;
            }
            $body = $response->toPsrResponse()->getBody();
            while (! $body->eof()) {
                $part = $body->read(65536);
                if (fwrite($handle, $part) !== strlen($part)) {
                    throw new DepotFailure('The disk is full. Nothing was changed; make room and apply again.');
                }
                $there += strlen($part);
                if ($there > $size) {
                    throw DepotFailure::wrongSize($this->depot->name, basename($path));
                }
                $progress($there);
            }
        } catch (ConnectionException) {
            throw DepotFailure::away($this->depot->name);
        } finally {
            fclose($handle);
        }
    }

    /** @return array<string, mixed> */
    private function json(string $path): array
    {
        $document = $this->get($path)->json();
        if (! is_array($document)) {
            throw DepotFailure::rubbish($this->depot->name, strtok($path, '?') ?: $path);
        }

        return $document;
    }

    private function get(string $path): Response
    {
        try {
            $response = $this->request()->get($this->address($path));
        } catch (ConnectionException) {
            throw DepotFailure::away($this->depot->name);
        }
        $this->check($response, $path);

        return $response;
    }

    private function check(Response $response, string $what): void
    {
        if (! $response->successful()) {
            throw DepotFailure::refused($this->depot->name, $response->status());
        }
        if ($what === 'a file' && str_contains(strtolower($response->header('Content-Type')), 'html')) {
            throw DepotFailure::rubbish($this->depot->name, 'a web page instead of a file');
        }
    }

    private function request(): PendingRequest
    {
        return Http::connectTimeout(3)->timeout(30)->withOptions(['allow_redirects' => false])->retry(2, 200, throw: false);
    }

    private function address(string $path): string
    {
        return rtrim($this->depot->url, '/').'/'.$path;
    }
}

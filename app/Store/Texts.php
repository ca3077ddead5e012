<?php

declare(strict_types=1);

namespace App\Store;

/** Texts in the store, each under its digest. */
final readonly class Texts
{
    public function __construct(private Store $store)
    {
    }

    /** Keeps a text; its digest is its name there. */
    public function put(string $text): string
    {
        $digest = (string) openssl_digest($text, 'sha256');
        $this->store->has($digest) || $this->keep($text, $digest);

        return $digest;
    }

    /** Keeps a text of which whoever calls knows that it is not there, and its digest. */
    public function keep(string $text, string $digest): void
    {
        $partial = $this->store->partial($digest.'-'.getmypid());
        if (@file_put_contents($partial, $text) !== strlen($text)) {
            throw FullDisk::writing('a text');
        }
        $this->store->take($partial, $digest);
    }

    /** Null for what is not there. */
    public function get(?string $digest): ?string
    {
        $path = $this->path((string) $digest);

        return $path === null ? null : (string) file_get_contents($path);
    }

    /** Where it lies; null for what is not there. */
    public function path(string $digest): ?string
    {
        return $digest !== '' && $this->store->has($digest) ? $this->store->path($digest) : null;
    }
}

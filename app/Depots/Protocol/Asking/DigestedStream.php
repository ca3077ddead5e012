<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Asking;

use GuzzleHttp\Psr7\StreamDecoratorTrait;
use GuzzleHttp\Psr7\Utils;
use HashContext;
use Psr\Http\Message\StreamInterface;

/** A place for a file of which only the digests are wanted: what comes is counted and let go. */
final class DigestedStream implements StreamInterface
{
    use StreamDecoratorTrait;

    public bool $isFull = false;

    public int $size = 0;

    private HashContext $sha256;

    private HashContext $sha1;

    /** @phpstan-ignore property.onlyWritten (read by the trait) */
    private StreamInterface $stream;

    public function __construct(private readonly int $most)
    {
        $this->restart();
    }

    /** What came so far is forgotten: the file is asked for once more. */
    public function restart(): bool
    {
        $this->stream = Utils::streamFor('');
        $this->sha256 = hash_init('sha256');
        $this->sha1 = hash_init('sha1');
        $this->size = 0;

        return true;
    }

    /** Fewer bytes than were given end the transfer. */
    public function write($string): int
    {
        $this->size += strlen($string);
        if ($this->size > $this->most) {
            $this->isFull = true;

            return 0;
        }
        hash_update($this->sha256, $string);
        hash_update($this->sha1, $string);

        return strlen($string);
    }

    public function digests(): Digests
    {
        return new Digests($this->size, hash_final(hash_copy($this->sha256)), hash_final(hash_copy($this->sha1)));
    }
}

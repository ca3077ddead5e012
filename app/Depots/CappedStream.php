<?php

declare(strict_types=1);

namespace App\Depots;

use GuzzleHttp\Psr7\StreamDecoratorTrait;
use GuzzleHttp\Psr7\Utils;
use Psr\Http\Message\StreamInterface;

/** A place for an answer that takes so many bytes and no more, so that a depot cannot fill the memory. */
final class CappedStream implements StreamInterface
{
    use StreamDecoratorTrait;

    public bool $full = false;

    private int $written = 0;

    private StreamInterface $stream;

    public function __construct(private readonly int $most)
    {
        $this->stream = Utils::streamFor(fopen('php://temp', 'w+b'));
    }

    /** Fewer bytes than were given end the transfer. */
    public function write($string): int
    {
        $this->written += strlen($string);
        $this->full = $this->written > $this->most;

        return $this->full ? 0 : $this->stream->write($string);
    }
}

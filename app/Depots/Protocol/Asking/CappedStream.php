<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Asking;

use GuzzleHttp\Psr7\StreamDecoratorTrait;
use GuzzleHttp\Psr7\Utils;
use Psr\Http\Message\StreamInterface;

/** A place for an answer that takes so many bytes and no more, so that a depot can fill neither memory nor disk. */
final class CappedStream implements StreamInterface
{
    use StreamDecoratorTrait;

    public bool $isFull = false;

    private int $written = 0;

    private StreamInterface $stream;

    public function __construct(private readonly int $most)
    {
        $this->stream = Utils::streamFor(fopen('php://temp', 'w+b'));
    }

    /** What came so far is forgotten: the answer is asked for once more. */
    public function restart(): bool
    {
        $this->stream = Utils::streamFor(fopen('php://temp', 'w+b'));
        $this->written = 0;

        return true;
    }

    /** Fewer bytes than were given end the transfer. */
    public function write($string): int
    {
        $this->written += strlen($string);
        $this->isFull = $this->written > $this->most;

        return $this->isFull ? 0 : $this->stream->write($string);
    }
}

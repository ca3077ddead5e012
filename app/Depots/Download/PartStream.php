<?php

declare(strict_types=1);

namespace App\Depots\Download;

use GuzzleHttp\Psr7\StreamDecoratorTrait;
use GuzzleHttp\Psr7\Utils;
use Psr\Http\Message\StreamInterface;

/** Writes what a depot sends behind what is there already, and never more than the file is said to have. */
final class PartStream implements StreamInterface
{
    use StreamDecoratorTrait;

    /** What ended the transfer, if anything did. */
    public ?CutShort $problem = null;

    /** @phpstan-ignore property.onlyWritten (the trait reads it) */
    private StreamInterface $stream;

    /** @param  resource  $handle  open for appending */
    public function __construct(private $handle, private readonly Transfer $wanted)
    {
        $this->stream = Utils::streamFor($handle);
    }

    /** The depot sends the file from its beginning. */
    public function restart(): void
    {
        ftruncate($this->handle, 0);
        $this->wanted->done = 0;
    }

    /** Fewer bytes than were given end the transfer. */
    public function write($string): int
    {
        if ($this->wanted->done + strlen($string) > $this->wanted->size) {
            $this->problem = CutShort::TooLong;

            return 0;
        }
        $written = @fwrite($this->handle, $string);
        if ($written !== strlen($string)) {
            $this->problem = CutShort::DiskFull;

            return 0;
        }
        $this->wanted->done += strlen($string);

        return strlen($string);
    }
}

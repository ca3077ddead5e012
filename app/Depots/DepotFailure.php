<?php

declare(strict_types=1);

namespace App\Depots;

use RuntimeException;

/** A depot did not answer as a depot does; the message is a sentence for people. */
final class DepotFailure extends RuntimeException
{
    public static function away(string $name): self
    {
        return new self("{$name} does not answer. Nothing here has changed; try again when it is back.");
    }

    public static function refused(string $name, int $status): self
    {
        return new self("{$name} answered with status {$status}. Nothing here has changed; try again later.");
    }

    public static function rubbish(string $name, string $where): self
    {
        return new self("{$name} answered something that is not a depot's ({$where}). Nothing here has changed.");
    }

    public static function wrongDigest(string $name, string $file): self
    {
        return new self("{$file} from {$name} is not what its page says: the SHA-256 differs. It was thrown away and nothing was changed.");
    }

    public static function wrongSize(string $name, string $file): self
    {
        return new self("{$file} from {$name} is not as long as its page says. It was thrown away and nothing was changed.");
    }
}

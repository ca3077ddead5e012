<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

use Closure;

/** Asks what warns of damaged input, and keeps what it would have warned of. */
final class Quiet
{
    /**
     * @template T
     *
     * @param  Closure(): T  $ask
     * @return array{T, string} its answer, and the first warning; nothing where there was none
     */
    public static function ask(Closure $ask): array
    {
        $said = '';
        set_error_handler(function (int $level, string $message) use (&$said): bool {
            $said = $said === '' ? $message : $said;

            return true;
        });
        try {
            return [$ask(), $said];
        } finally {
            restore_error_handler();
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Refusal;

use Illuminate\Database\DetectsLostConnections;
use Illuminate\Database\QueryException;
use Stasimon\Core\Document\Fault;
use Throwable;

/** What an exception means for people. */
final class Meaning
{
    use DetectsLostConnections;

    /** Bytes below which a disk counts as full: less is left than writing a few small files takes. */
    private const FULL = 1_000_000;

    /** Class 53 of the SQLSTATE codes: the database has no room left. PostgreSQL documentation, appendix A. */
    private const DATABASE_FULL = '53100';

    public static function isKnown(Throwable $failure): bool
    {
        return $failure instanceof Sentence || $failure instanceof Fault;
    }

    /** Whether there is more to say of it than that it was not expected. */
    public static function says(Throwable $failure): bool
    {
        return self::known($failure) !== null;
    }

    public static function of(Throwable $failure): string
    {
        return self::known($failure) ??
            'Something unexpected went wrong, and nothing is half done. storage/logs/laravel.log has the details.';
    }

    private static function known(Throwable $failure): ?string
    {
        return match (true) {
            self::isKnown($failure) => $failure->getMessage(),
            self::isOfFullDisk($failure) => 'The disk is full. Nothing was changed; make room and try again.',
            self::isOfPermission($failure) => 'A file or folder of Stasimon\'s cannot be written to: this user has no permission. '.
                'Nothing was changed; give it back and try again.',
            (new self())->causedByLostConnection($failure) => 'The database was away for a moment. Nothing is half done; try again.',
            default => null,
        };
    }

    private static function isOfPermission(Throwable $failure): bool
    {
        return str_contains($failure->getMessage(), 'Permission denied') || str_contains($failure->getMessage(), 'Read-only file system');
    }

    public static function isOfFullDisk(Throwable $failure): bool
    {
        return ($failure instanceof QueryException && $failure->getCode() === self::DATABASE_FULL) ||
            str_contains($failure->getMessage(), 'No space left on device') ||
            self::isDiskFull();
    }

    public static function isDiskFull(): bool
    {
        $free = @disk_free_space((string) config('stasimon.var'));

        return $free !== false && $free < self::FULL;
    }
}

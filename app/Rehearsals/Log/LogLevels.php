<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use Stasimon\Core\Game\LogLevel;

/** How many lines of a log are of which level, and which is the first that is an error. */
final readonly class LogLevels
{
    private function __construct(private int $warn, private int $error, public ?int $firstError)
    {
    }

    public static function none(): self
    {
        return new self(0, 0, null);
    }

    public function with(?LogLevel $level, int $line): self
    {
        return match ($level) {
            LogLevel::Warn => new self($this->warn + 1, $this->error, $this->firstError),
            LogLevel::Error => new self($this->warn, $this->error + 1, $this->firstError ?? $line),
            default => $this,
        };
    }

    /**
     * @param  int  $all  lines that there are
     * @return array{all: int, warn: int, error: int}
     */
    public function counts(int $all): array
    {
        return ['all' => $all, 'warn' => $this->warn, 'error' => $this->error];
    }

    public function kept(): string
    {
        return json_encode([$this->warn, $this->error, $this->firstError], JSON_THROW_ON_ERROR);
    }

    public static function ofKept(string $kept): self
    {
        $parts = json_decode($kept, true);

        return is_array($parts) && count($parts) === 3 ? new self(...$parts) : self::none();
    }
}

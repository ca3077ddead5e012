<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use Stasimon\Core\Game\LogLevel;

/** Which lines of a log are shown. */
final readonly class LogChoice
{
    /**
     * @param  LogLevel|null  $level  the least serious that is shown, null for all; traces go with their errors
     * @param  bool  $folded  whether lines that say the same, but for numbers, one after another, are one row
     */
    public function __construct(public ?LogLevel $level = null, public string $words = '', public bool $folded = false)
    {
    }

    /** What makes no sense is passed over. */
    public static function of(string $level, string $words, bool $folded): self
    {
        return new self(in_array($level, ['warn', 'error'], true) ? LogLevel::from($level) : null, $words, $folded);
    }

    /** Whether it is all lines as they are. */
    public function isAll(): bool
    {
        return $this->level === null && $this->words === '' && ! $this->folded;
    }

    /**
     * As the query of an address.
     *
     * @param  array<string, string|int>  $more
     * @return array<string, string|int>
     */
    public function address(array $more = []): array
    {
        return array_filter(
            $more + ['level' => $this->level->value ?? '', 'words' => $this->words, 'fold' => $this->folded ? 1 : ''],
            fn (string|int $value): bool => $value !== '',
        );
    }
}

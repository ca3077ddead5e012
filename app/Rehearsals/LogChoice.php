<?php

declare(strict_types=1);

namespace App\Rehearsals;

use Illuminate\Http\Request;

/** Which lines of a log are shown. */
final readonly class LogChoice
{
    /**
     * @param  ''|'warn'|'error'  $level  the least serious that is shown; traces go with their errors
     * @param  bool  $folded  whether lines that say the same, but for numbers, one after another, are one row
     */
    public function __construct(public string $level = '', public string $words = '', public bool $folded = false)
    {
    }

    public static function of(Request $request): self
    {
        $level = $request->string('level')->toString();

        return new self(in_array($level, ['warn', 'error'], true) ? $level : '', mb_substr(trim($request->string('words')->toString()), 0, 200), $request->boolean('fold'));
    }

    /**
     * As the query of an address.
     *
     * @param  array<string, string|int>  $more
     * @return array<string, string|int>
     */
    public function address(array $more = []): array
    {
        return array_filter($more + ['level' => $this->level, 'words' => $this->words, 'fold' => $this->folded ? 1 : ''], fn (string|int $value): bool => $value !== '');
    }
}

<?php

declare(strict_types=1);

namespace App\View;

use Illuminate\Http\Request;

/** What an address carries behind its question mark, and what a form says by the way: whatever makes no sense in it is passed over. */
final class Asked
{
    private const MOST = 1_000_000_000;

    public static function words(Request $request, string $name, int $length = 200): string
    {
        $value = $request->input($name);

        return is_string($value) ? mb_substr(trim($value), 0, $length) : '';
    }

    public static function number(Request $request, string $name): ?int
    {
        $value = $request->input($name);

        return is_string($value) && preg_match('/^\d{1,10}$/D', $value) === 1 ? min(self::MOST, (int) $value) : null;
    }

    public static function flag(Request $request, string $name): bool
    {
        $value = $request->input($name);

        return is_scalar($value) && filter_var($value, FILTER_VALIDATE_BOOL);
    }
}

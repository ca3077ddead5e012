<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Refusal\Refusal;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Lets in only what is text: UTF-8, and without the one character that no database keeps. */
final class PlainText
{
    /** Levels of lists in lists that a form may have. */
    private const DEEP = 4;

    /**
     * @param  Closure(Request): Response  $next
     *
     * @throws Refusal
     */
    public function handle(Request $request, Closure $next): Response
    {
        if (! self::isPlain(rawurldecode($request->getPathInfo()))) {
            throw Refusal::notFound('There is no such page: its address holds characters that are no text.');
        }
        if (! self::isPlain($request->query->all()) || ! self::isPlain($request->request->all())) {
            throw Refusal::unusable('What was sent holds characters that are no text. Nothing was changed.');
        }

        return $next($request);
    }

    private static function isPlain(mixed $value, int $level = 0): bool
    {
        if (is_string($value)) {
            return ! str_contains($value, "\0") && mb_check_encoding($value, 'UTF-8');
        }
        foreach (is_array($value) ? $value : [] as $key => $item) {
            if ($level >= self::DEEP || ! self::isPlain((string) $key, $level) || ! self::isPlain($item, $level + 1)) {
                return false;
            }
        }

        return true;
    }
}

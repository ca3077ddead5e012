<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Refusal\Refusal;
use Closure;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Symfony\Component\HttpFoundation\Response as Any;

/** What a form is refused for is said on the page that it stands on, with what was typed in it; other refusals have a page of their own. */
final class SaysOnTheForm
{
    /** Bytes of a field that are put into it again; more would be carried from page to page. */
    private const KEPT = 20_000;

    /** @param  Closure(Request): Any  $next */
    public function handle(Request $request, Closure $next): Any
    {
        $response = $next($request);
        $refusal = $response instanceof Response ? $response->exception : null;

        return $refusal instanceof Refusal && in_array($refusal->status, [409, 422], true) && ! $request->expectsJson()
            ? back()
                ->withInput(
                    array_filter($request->except('_token'), fn (mixed $value): bool => is_string($value) && strlen($value) <= self::KEPT),
                )
                ->withErrors(['refused' => $refusal->getMessage()])
            : $response;
    }
}

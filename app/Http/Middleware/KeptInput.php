<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** What was typed and could not be used is put into its fields again; a field holds a text, so of anything else nothing is kept. */
final class KeptInput
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $kept = $request->hasSession() ? $request->session()->get('_old_input') : null;
        if (is_array($kept)) {
            $request->session()->put('_old_input', array_filter($kept, is_scalar(...)));
        }

        return $next($request);
    }
}

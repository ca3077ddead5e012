<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\Instance;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Of an instance that is set aside there is one page, which says why. */
final class NotSetAside
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $instance = $request->route('instance');

        return $instance instanceof Instance && $instance->problem !== null && ! $request->routeIs('instances.destroy', 'instances.mend')
            ? response()->view('set-aside.page', ['instance' => $instance], 409)
            : $next($request);
    }
}

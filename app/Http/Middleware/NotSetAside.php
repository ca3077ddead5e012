<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\Instance;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Of an instance that is set aside or put away there is one page, which says why. */
final class NotSetAside
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $instance = $request->route('instance');

        if (
            $instance instanceof Instance &&
            $instance->put_away_at !== null &&
            ! $request->routeIs('instances.destroy', 'instances.bring-back')
        ) {
            return response()->view('put-away.page', ['instance' => $instance], $request->isMethod('get') ? 200 : 409);
        }

        return $instance instanceof Instance && $instance->problem !== null && ! $request->routeIs('instances.destroy', 'instances.mend')
            ? response()->view('set-aside.page', ['instance' => $instance], 409)
            : $next($request);
    }
}

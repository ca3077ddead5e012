<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession as FrameworkStartSession;

/**
 * What a script asks for behind a page neither takes what was to be said on the next page, nor writes over what another request has
 * kept meanwhile.
 */
final class StartSession extends FrameworkStartSession
{
    protected function saveSession($request): void
    {
        if (! self::isBehindPage($request)) {
            parent::saveSession($request);
        }
    }

    /** Fetched by a script that takes anything, as the browser says (Fetch Metadata Request Headers, W3C); a form that one sends wants HTML. */
    private static function isBehindPage(Request $request): bool
    {
        return $request->isMethod('GET') &&
            $request->headers->get('Sec-Fetch-Dest') === 'empty' &&
            $request->headers->get('Accept') === '*/*';
    }
}

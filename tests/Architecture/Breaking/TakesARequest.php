<?php

declare(strict_types=1);

namespace App\Worlds;

use Illuminate\Http\Request;

/** Breaks AppRules::testNobodyElseSpeaksHttp. */
final class TakesARequest
{
    public function of(Request $request): string
    {
        return $request->string('world')->toString();
    }
}

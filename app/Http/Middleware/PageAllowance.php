<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Depots\Catalogue\CatalogueStamp;
use App\Work\Allowance;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Gives each page its time for questions to the resolver, and has it asked once whether something is new. */
final readonly class PageAllowance
{
    public function __construct(private Allowance $allowance)
    {
    }

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $this->allowance->forPage();

        return $request->isMethodSafe() ? CatalogueStamp::during(fn (): Response => $next($request)) : $next($request);
    }
}

<?php

declare(strict_types=1);

use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Middleware\HandleCors;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(web: __DIR__.'/../routes/web.php')
    ->withCommands([__DIR__.'/../app/Console'])
    ->withMiddleware(function (Middleware $middleware): void {
        // A site of one origin needs no CORS headers, and the package behind this middleware is not in the registry.
        $middleware->remove(HandleCors::class);
        // The theme is set by the page itself, and says nothing that would have to be kept secret.
        $middleware->encryptCookies(except: ['theme']);
        // A page elsewhere whose host's name is made to mean this machine is not answered.
        $middleware->trustHosts(at: fn (): array => array_map(fn (string $host): string => '^'.preg_quote($host).'$', (array) config('stasimon.hosts')), subdomains: false);
        $middleware->web(append: [App\Http\Middleware\SecurityHeaders::class]);
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->dontReport(App\Instances\Refusal::class);
        $exceptions->render(fn (App\Instances\Refusal $refusal) => response()->view('refusal', ['refusal' => $refusal], $refusal->status));
        $exceptions->dontFlash([]);
    })
    ->create();

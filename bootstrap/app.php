<?php

declare(strict_types=1);

use App\Refusal\Meaning;
use App\Refusal\Refusal;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Exceptions\PostTooLargeException;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Stasimon\Core\Document\Fault;
use Stasimon\Core\Resolve\Search\Stopped;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(web: __DIR__.'/../routes/web.php')
    ->withCommands([__DIR__.'/../app/Console'])
    ->withMiddleware(function (Middleware $middleware): void {
        // A site of one origin needs no CORS headers.
        $middleware->remove(HandleCors::class);
        // The theme is set by the page itself, and says nothing that would have to be kept secret.
        $middleware->encryptCookies(except: ['theme']);
        // A page elsewhere whose host's name is made to mean this machine is not answered.
        $middleware->trustHosts(
            at: fn (): array => array_map(fn (string $host): string => '^'.preg_quote($host).'$', (array) config('stasimon.hosts')),
            subdomains: false,
        );
        // A file ends as somebody ends it.
        $middleware->trimStrings(except: ['body']);
        $middleware->prepend([App\Http\Middleware\SecurityHeaders::class, App\Http\Middleware\PlainText::class]);
        $middleware->web(
            append: [App\Http\Middleware\KeptInput::class, App\Http\Middleware\PageAllowance::class],
            replace: [Illuminate\Session\Middleware\StartSession::class => App\Http\Middleware\StartSession::class],
        );
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->dontReport(Refusal::class);
        $exceptions->render(
            fn (Refusal $refusal, Request $request) => $request->expectsJson()
                ? response()->json(['message' => $refusal->getMessage()], $refusal->status)
                : response()->view('frame.refusal', ['refusal' => $refusal], $refusal->status),
        );
        $exceptions->render(
            fn (PostTooLargeException $failure) => response()->view(
                'frame.refusal',
                [
                    'refusal' => Refusal::tooLarge(
                        'That is more than can be taken at once. A log may have at most 50 MB: send the part around the first error. '.
                        'Nothing was kept.',
                    ),
                ],
                413,
            ),
        );
        $exceptions->render(
            fn (Stopped $failure) => response()->view(
                'frame.refusal',
                [
                    'refusal' => Refusal::busy(
                        $failure->getMessage().
                            ' Nothing was changed. Take the last step of the draft back, or try again when less is running.',
                    ),
                ],
                503,
            ),
        );
        // What was kept by an earlier version, and is refused by this one.
        $exceptions->render(function (Fault $fault, Request $request) {
            $refusal = Refusal::unusable(
                "What is kept of it cannot be used any more: {$fault->getMessage()} Nothing was changed; all else goes on.",
            );

            return $request->expectsJson()
                ? response()->json(['message' => $refusal->getMessage()], $refusal->status)
                : response()->view('frame.refusal', ['refusal' => $refusal], $refusal->status);
        });
        $exceptions->render(function (Throwable $failure, Request $request) {
            // A full disk, a database that is away: what can be said is said.
            return match (true) {
                $failure instanceof HttpExceptionInterface || ! Meaning::says($failure) => null,
                $request->expectsJson() => response()->json(['message' => Meaning::of($failure)], 503),
                default => response()->view('frame.refusal', ['refusal' => Refusal::busy(Meaning::of($failure))], 503),
            };
        });
        $exceptions->dontFlash([]);
    })
    ->create();

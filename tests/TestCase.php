<?php

declare(strict_types=1);

namespace Tests;

use App\Cage\Cage;
use Illuminate\Foundation\Testing\TestCase as BaseTestCase;
use Illuminate\Http\Response;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Assert;

abstract class TestCase extends BaseTestCase
{
    /** One for all tests, as a worker has one for all its work. */
    private static ?Cage $cage = null;

    protected function setUp(): void
    {
        parent::setUp();
        $this->app?->instance(Cage::class, self::$cage ??= new Cage(Cage::TASK));
        // Refused on the page that the form stands on, with a sentence.
        TestResponse::macro('assertRefused', function (string $says = ''): TestResponse {
            /** @var TestResponse $this */
            $this->assertRedirect();
            $said = (string) session('errors')?->first('refused');
            Assert::assertNotSame('', $said, 'Nothing was refused.');
            Assert::assertStringContainsString($says, $said);

            return $this;
        });
    }

    /** Has the next request begin as in a process of its own: nothing is remembered from the one before. */
    public function nextRequest(): void
    {
        app()->forgetScopedInstances();
        foreach (app('router')->getRoutes() as $route) {
            $route->flushController();
        }
    }

    /** Lines of a page break where its source does; as in a browser, that is a space like any other. */
    protected function createTestResponse($response, $request)
    {
        if (
            $response instanceof Response &&
            str_contains((string) $response->headers->get('Content-Type'), 'text/html') &&
            is_string($response->getContent())
        ) {
            $original = $response->original;
            $response->setContent((string) preg_replace('/\s*\n\s*/', ' ', $response->getContent()));
            $response->original = $original;
        }

        return parent::createTestResponse($response, $request);
    }
}

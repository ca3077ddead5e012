<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Foundation\Testing\TestCase as BaseTestCase;
use Illuminate\Http\Response;

abstract class TestCase extends BaseTestCase
{
    /** Lines of a page break where its source does; as in a browser, that is a space like any other. */
    protected function createTestResponse($response, $request)
    {
        if ($response instanceof Response && str_contains((string) $response->headers->get('Content-Type'), 'text/html') && is_string($response->getContent())) {
            $original = $response->original;
            $response->setContent((string) preg_replace('/\s*\n\s*/', ' ', $response->getContent()));
            $response->original = $original;
        }

        return parent::createTestResponse($response, $request);
    }
}

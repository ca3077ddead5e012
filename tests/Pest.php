<?php

declare(strict_types=1);

use Illuminate\Foundation\Testing\DatabaseTruncation;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Tests\TestCase;

pest()->extend(TestCase::class)->use(RefreshDatabase::class)->in('Feature');

// A worker in another process has to see what a test wrote, so nothing here is in a transaction.
pest()->extend(TestCase::class)->use(DatabaseTruncation::class)->in('Crash');

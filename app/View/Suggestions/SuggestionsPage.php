<?php

declare(strict_types=1);

namespace App\View\Suggestions;

use App\Find\Suggested;
use App\Find\Suggestions;
use App\Models\Instance;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** What the packages of an instance suggest beside them. */
final readonly class SuggestionsPage
{
    public function __construct(private Suggestions $suggestions)
    {
    }

    public function __invoke(Request $request, Instance $instance): View
    {
        $all = $this->suggestions->of($instance->load(['placed', 'draft', 'lastRehearsal']));

        return view('suggestions.page', [
            'instance' => $instance,
            'open' => array_values(array_filter($all, fn (Suggested $one): bool => ! $one->isLeft)),
            'left' => array_values(array_filter($all, fn (Suggested $one): bool => $one->isLeft)),
        ]);
    }
}

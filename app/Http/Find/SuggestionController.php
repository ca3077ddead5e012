<?php

declare(strict_types=1);

namespace App\Http\Find;

use App\Find\Suggestions;
use App\Models\Instance;
use Illuminate\Http\RedirectResponse;

/** What is suggested in an instance, and is left or taken up again. */
final readonly class SuggestionController
{
    public function __construct(private Suggestions $suggestions)
    {
    }

    public function leave(SuggestionRequest $request, Instance $instance): RedirectResponse
    {
        $this->suggestions->leave($instance, $request->package());

        return redirect()
            ->back(fallback: route('suggestions', $instance))
            ->with('said', 'It is left, and not suggested here any more.')
            ->with('undo', ['Suggest it again', route('suggestions.take-up', [$instance, 'id' => $request->package()])]);
    }

    public function takeUp(SuggestionRequest $request, Instance $instance): RedirectResponse
    {
        $this->suggestions->takeUp($instance, $request->package());

        return redirect()->back(fallback: route('suggestions', $instance));
    }
}

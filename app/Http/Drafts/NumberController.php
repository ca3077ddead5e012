<?php

declare(strict_types=1);

namespace App\Http\Drafts;

use App\Models\Instance;
use App\Numbers\Numbers;
use App\View\LineUp\NumberStrip;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;

/** The numbers that mods of old games take. */
final readonly class NumberController
{
    public function __construct(private Numbers $numbers)
    {
    }

    public function index(Instance $instance): View
    {
        $sheet = $this->numbers->of($instance->load(['placed', 'draft', 'lastRehearsal']));

        return view('numbers.page', ['instance' => $instance, 'sheet' => $sheet, 'strip' => new NumberStrip($sheet)]);
    }

    public function take(Instance $instance): RedirectResponse
    {
        $this->numbers->take($instance->load(['placed', 'draft']));

        return redirect()->route('draft', $instance)->with('said', 'The lines are in the draft. Apply it to have them on disk.');
    }
}

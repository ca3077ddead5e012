<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Findings\Finding;
use App\Findings\Looking;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\View\Asked;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** Findings that a person has seen: not told any more as long as they say the same, and listed so that none is forgotten. */
final readonly class FindingController
{
    public function __construct(private Looking $looking)
    {
    }

    public function aside(Request $request, Instance $instance): RedirectResponse
    {
        $key = Asked::words($request, 'key', 16);
        $found = $this->looking->over($instance->load(['placed', 'draft', 'lastRehearsal']))->findings();
        $here = array_map(fn (Finding $one): string => $one->key(), $found);
        in_array($key, $here, true) || throw Refusal::conflict('That finding says something else by now. Load the page again.');
        $instance->update(['aside' => array_values(array_unique([...array_intersect($instance->aside ?? [], $here), $key]))]);

        return redirect()
            ->back(fallback: route('instances.show', $instance))
            ->with('said', "It is set aside in {$instance->name}, and told again once it says something else.")
            ->with('undo', ['Heed it again', route('findings.heed', [$instance, 'key' => $key])]);
    }

    public function heed(Request $request, Instance $instance): RedirectResponse
    {
        $instance->update(['aside' => array_values(array_diff($instance->aside ?? [], [Asked::words($request, 'key', 16)]))]);

        return redirect()->route('instances.show', $instance);
    }
}

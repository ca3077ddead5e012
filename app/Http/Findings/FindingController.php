<?php

declare(strict_types=1);

namespace App\Http\Findings;

use App\Findings\Asides;
use App\Findings\Finding;
use App\Findings\Looking;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\View\Asked;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** A finding of one instance that a person has seen: not told any more as long as it says the same, and listed so that none is forgotten. */
final readonly class FindingController
{
    public function __construct(private Looking $looking, private Asides $asides)
    {
    }

    public function aside(Request $request, Instance $instance): RedirectResponse
    {
        $finding = $this->find($request, $instance) ??
            throw Refusal::conflict('That finding says something else by now. Load the page again.');
        $this->asides->set($instance, ['finding' => $finding->key()], $finding->title);

        return redirect()
            ->back(fallback: route('instances.show', $instance))
            ->with('said', "It is set aside in {$instance->name}, and told again once it says something else.")
            ->with('undo', ['Heed it again', route('findings.heed', [$instance, 'key' => $finding->key()])]);
    }

    public function heed(Request $request, Instance $instance): RedirectResponse
    {
        $this->asides->heed($instance, Asked::words($request, 'key', 16), $this->find($request, $instance));

        return redirect()->route('instances.show', $instance);
    }

    private function find(Request $request, Instance $instance): ?Finding
    {
        $key = Asked::words($request, 'key', 16);
        $found = $this->looking->over($instance->load(['placed', 'draft', 'lastRehearsal']))->findings();

        return array_values(array_filter($found, fn (Finding $one): bool => $one->key() === $key))[0] ?? null;
    }
}

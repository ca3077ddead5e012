<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Disk\Applying;
use App\Disk\RemoveInstance;
use App\Drafts\Outcomes;
use App\Findings\Looking;
use App\Models\Instance;
use App\View\Address;
use App\View\HistoryPage;
use App\View\LineUpPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

final class InstanceController
{
    public function show(Request $request, Instance $instance, Looking $looking, Outcomes $outcomes): View
    {
        $look = $looking->over($instance->load(['placed', 'draft', 'lastRehearsal']));
        $address = array_map(fn (string $name): string => Address::words($request, $name), ['only' => 'only', 'sort' => 'sort', 'q' => 'q', 'view' => 'view']);

        return view('line-up.page', ['instance' => $instance, 'page' => LineUpPage::of($instance, $look, $outcomes, $address)]);
    }

    public function history(Instance $instance): View
    {
        $entries = $instance->load(['placed', 'draft', 'lastRehearsal'])->history()->paginate(50);

        return view('history.page', ['instance' => $instance, 'entries' => $entries, 'page' => new HistoryPage($instance, $entries->getCollection())]);
    }

    public function destroy(Instance $instance, RemoveInstance $removing): RedirectResponse
    {
        $removing->start($instance);

        return redirect()->route('register')->with('said', "{$instance->name} is gone. Its files in the store stay until nothing needs them.");
    }

    /** Tries again to set right what an instance was set aside for. */
    public function mend(Instance $instance, Applying $applying): RedirectResponse
    {
        $problem = $applying->recover($instance);

        return redirect()->route('instances.show', $instance)->with('said', $problem === null ? "{$instance->name} is right again." : 'That did not mend it.');
    }
}

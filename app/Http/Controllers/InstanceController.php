<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Instances\Drafting;
use App\Instances\Folder;
use App\Instances\Looking;
use App\Instances\Refusal;
use App\Models\Instance;
use App\View\HistoryPage;
use App\View\LineUpPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

final class InstanceController
{
    public function show(Request $request, Instance $instance, Looking $looking, Drafting $drafting): View
    {
        $look = $looking->over($instance->load(['placed', 'draft', 'lastRehearsal']));
        $address = array_map(strval(...), array_filter($request->only(['only', 'sort', 'q', 'view']), is_string(...)));

        return view('instances.line-up', ['instance' => $instance, 'page' => LineUpPage::of($instance, $look, $drafting, $address)]);
    }

    public function history(Instance $instance): View
    {
        $entries = $instance->load(['placed', 'draft', 'lastRehearsal'])->history()->paginate(50);

        return view('instances.history', ['instance' => $instance, 'entries' => $entries, 'page' => new HistoryPage($instance, $entries->getCollection())]);
    }

    public function destroy(Instance $instance): RedirectResponse
    {
        if ($instance->tasks()->whereIn('state', ['waiting', 'running', 'paused'])->exists()) {
            throw Refusal::conflict('Something is still running for this instance. Wait until it is done, or stop it, before you remove it.');
        }
        $instance->delete();
        (new Folder($instance))->remove();

        return redirect()->route('register')->with('said', "{$instance->name} is gone. Its files in the store stay until nothing needs them.");
    }
}

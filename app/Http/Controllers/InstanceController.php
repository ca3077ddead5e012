<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Instances\Findings;
use App\Instances\Folder;
use App\Instances\Refusal;
use App\Models\Instance;
use App\View\LineUpPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

final class InstanceController
{
    public function show(Request $request, Instance $instance, Findings $findings): View
    {
        $only = $request->string('only')->toString();

        $instance->load(['placed', 'draft', 'lastRehearsal']);

        return view('instances.line-up', [
            'instance' => $instance,
            'page' => new LineUpPage(
                $instance->placed,
                $findings->of($instance),
                in_array($only, ['asked', 'findings'], true) ? $only : '',
                $request->string('view')->toString() === 'theatre',
            ),
        ]);
    }

    public function history(Instance $instance): View
    {
        return view('instances.history', ['instance' => $instance->load(['placed', 'draft', 'lastRehearsal']), 'entries' => $instance->history()->paginate(50)]);
    }

    public function destroy(Instance $instance): RedirectResponse
    {
        if ($instance->tasks()->whereIn('state', ['waiting', 'running'])->exists()) {
            throw Refusal::conflict('Something is still running for this instance. Wait until it is done, or stop it, before you remove it.');
        }
        $instance->delete();
        (new Folder($instance))->remove();

        return redirect()->route('register')->with('said', "{$instance->name} is gone. Its files in the store stay until nothing needs them.");
    }
}

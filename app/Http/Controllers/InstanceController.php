<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Instances\Drafting;
use App\Instances\Folder;
use App\Instances\Looking;
use App\Instances\Refusal;
use App\Models\HistoryEntry;
use App\Models\Instance;
use App\View\LineUpPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Collection;
use Illuminate\View\View;
use Stasimon\Core\Resolve\Changes;

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
        $folder = new Folder($instance);

        return view('instances.history', [
            'instance' => $instance,
            'entries' => $entries,
            'changes' => $this->changes($instance, $entries->getCollection()),
            'kept' => $entries->getCollection()->mapWithKeys(fn (HistoryEntry $entry): array => [$entry->id => ($entry->before['task'] ?? '') !== '' && $folder->hasPoint($entry->before['task'])]),
        ]);
    }

    /**
     * @param  Collection<int, HistoryEntry>  $entries  the latest first
     * @return array<int, Changes> what each changed, by its number
     */
    private function changes(Instance $instance, Collection $entries): array
    {
        $first = $entries->first();
        $after = $first === null ? null : $instance->history()->where('id', '>', $first->id)->reorder('id')->first();
        $versions = $after->before['versions'] ?? $instance->versions();
        $changes = [];
        foreach ($entries as $entry) {
            $changes[$entry->id] = Changes::between($entry->before['versions'] ?? [], $versions);
            $versions = $entry->before['versions'] ?? [];
        }

        return $changes;
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

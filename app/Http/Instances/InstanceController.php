<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Disk\Applying;
use App\Disk\PutAway;
use App\Disk\RemoveInstance;
use App\Drafts\Outcomes;
use App\Findings\Asides;
use App\Findings\Looking;
use App\Findings\Tidings;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Instances;
use App\Rehearsals\Log\Started;
use App\View\Asked;
use App\View\LineUp\HistoryPage;
use App\View\LineUp\LineUpPage;
use App\View\Places\Places;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

final class InstanceController
{
    public function show(
        Request $request,
        Instance $instance,
        Looking $looking,
        Outcomes $outcomes,
        Tidings $tidings,
        Games $games,
        Asides $asides,
    ): View {
        $look = $looking->over($instance->load(['placed', 'draft', 'lastRehearsal']));
        $address = array_map(fn (string $name): string => Asked::words($request, $name), [
            'only' => 'only',
            'sort' => 'sort',
            'q' => 'q',
            'view' => 'view',
        ]);

        return view('line-up.page', [
            'instance' => $instance,
            'page' => LineUpPage::of(
                $instance,
                $look,
                $outcomes,
                $address,
                Started::of($instance, $games->get($instance->plan->base->game)->log),
                $asides,
            ),
            'watch' => $tidings->of($instance),
        ]);
    }

    /** The other instances, as a fragment: each leads to the part that is looked at here. */
    public function others(Request $request, Instance $instance): View
    {
        return view('instances.others', [
            'others' => Instances::others($instance),
            'place' => Places::part(Asked::words($request, 'part', 20)),
        ]);
    }

    public function history(Instance $instance): View
    {
        $entries = Instances::history($instance->load(['placed', 'draft', 'lastRehearsal']));

        return view('history.page', [
            'instance' => $instance,
            'entries' => $entries,
            'page' => new HistoryPage($instance, $entries->getCollection()),
        ]);
    }

    public function destroy(Instance $instance, RemoveInstance $removing): RedirectResponse
    {
        $removing->start($instance);

        return redirect()
            ->route('register')
            ->with('said', "{$instance->name} is gone. Its files in the store stay until nothing needs them.");
    }

    /** Tells on the register of updates and notices from now on. */
    public function watch(Instance $instance, Looking $looking, Tidings $tidings): RedirectResponse
    {
        $tidings->begin($instance, $looking->last($instance));

        return redirect()->route('instances.show', $instance)->with('said', 'You will be told on the first page what is new for it.');
    }

    /** Out of the way, with all that is in it. */
    public function putAway(Instance $instance, PutAway $away): RedirectResponse
    {
        $away->away($instance);

        return redirect()
            ->route('register')
            ->with('said', "{$instance->name} is put away. Nothing of it was deleted.")
            ->with('undo', ['Bring it back', route('instances.bring-back', $instance)]);
    }

    public function bringBack(Instance $instance, PutAway $away): RedirectResponse
    {
        $away->back($instance);

        return redirect()
            ->route('instances.show', $instance)
            ->with('said', "{$instance->name} is back, as it was.");
    }

    /** Tries again to set right what an instance was set aside for. */
    public function mend(Instance $instance, Applying $applying): RedirectResponse
    {
        $problem = $applying->recover($instance);

        return redirect()
            ->route('instances.show', $instance)
            ->with('said', $problem === null ? "{$instance->name} is right again." : 'That did not mend it.');
    }
}

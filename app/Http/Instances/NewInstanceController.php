<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Depots\Catalogue\DepotCatalogue;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Games\Games;
use App\Models\Instances;
use App\Moving\Grid;
use App\Moving\Moving;
use App\Refusal\Refusal;
use App\Sharing\StarterGroups;
use App\View\Moving\WishedBases;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;
use Stasimon\Core\Plan\Plan;

final class NewInstanceController
{
    public function show(BaseRequest $request, Games $games, Grid $grid, StarterGroups $starters): View
    {
        $bases = $this->bases($games, $request->game());
        $plan = $bases->plan(...$request->base());
        $list = $request->wishes();
        $list === null ? null : $grid->heed($list);

        return view('new.page', [
            'games' => $games->names(),
            'starters' => $starters->for($bases->game->id),
            'bases' => $bases,
            'plan' => $plan,
            'wished' => $list === null ? null : new WishedBases($list),
            'builds' => $bases->builds($plan->base->gameVersion),
            'holds' => array_map(
                fn ($loader): array => $bases->holds($plan->base->gameVersion, $loader->id),
                array_column($bases->game->loaders, null, 'id'),
            ),
        ]);
    }

    public function store(
        NewInstanceRequest $request,
        Games $games,
        Drafting $drafting,
        Moving $moving,
        StarterGroups $starters,
    ): RedirectResponse {
        $plan = $this->bases($games, $request->game())->plan(...$request->base());
        if ($plan->base->loaderVersion === '') {
            throw Refusal::unusable(
                "There is no build of that loader for {$plan->base->gameVersion}. Choose another loader or another version.",
            );
        }
        $instance = Instances::begin($request->name(), $plan);
        $list = $request->wishes();
        if ($list !== null) {
            $moving->fill($instance, $list);

            return redirect()->route('draft', $instance)->with('said', 'It stands as a draft. Nothing is on disk before it is applied.');
        }
        $drafting->step($instance, fn (Plan $plan): Plan => $plan);
        $begun = $starters->begin($instance, $request->groups());
        if (Instances::hasNamesake($instance)) {
            session()->flash(
                'said',
                "There is another instance called {$instance->name}. Under About it either can be given another name.",
            );
        }

        return redirect()->route($begun ? 'draft' : 'find', $instance);
    }

    private function bases(Games $games, string $game): Bases
    {
        return new Bases($games->get($game), new DepotCatalogue($games->get($game)));
    }
}

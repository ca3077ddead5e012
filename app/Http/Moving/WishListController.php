<?php

declare(strict_types=1);

namespace App\Http\Moving;

use App\Games\Games;
use App\Models\Instance;
use App\Models\Watch;
use App\Models\WishList;
use App\Models\WishLists;
use App\Moving\Grid;
use App\Moving\Moving;
use App\Moving\Taking;
use App\Moving\Watching;
use App\Moving\Wishes;
use App\Refusal\Refusal;
use App\View\Asked;
use App\View\Moving\GridPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** Where could these live? Of names that somebody has written, and of what an instance holds. */
final readonly class WishListController
{
    public function __construct(private Games $games, private Grid $grid, private Moving $moving)
    {
    }

    public function index(): View
    {
        return view('wishes.page', [
            'lists' => WishLists::latest(),
            'games' => $this->games->names(),
        ]);
    }

    public function store(WishListRequest $request): RedirectResponse
    {
        $game = $this->games->get($request->text('game') === '' ? $this->games->first() : $request->text('game'));
        $list = WishLists::begin($request->text('name'), $game->id, Taking::of($request->text('text'), $game->id));

        return redirect()->route('wishes.show', $list);
    }

    /** What was marked while looking through the depots, on a list that is there or on a new one. */
    public function mark(MarkRequest $request): RedirectResponse
    {
        $list = $request->list();
        if ($list === null) {
            $list = new WishList([
                'name' => 'Wishes of '.now()->isoFormat('D MMMM'),
                'game' => $this->games->get($request->game())->id,
                'lines' => [],
            ]);
        }
        $list->lines = Taking::marked($list->lines, $request->ids(), $list->game);
        $list->save();

        return redirect()->route('wishes.show', $list);
    }

    public function show(Request $request, WishList $list): View|RedirectResponse
    {
        if ($list->instance_id !== null) {
            return redirect()->route('move', array_filter(['instance' => $list->instance_id, 'at' => Asked::words($request, 'at', 300)]));
        }
        $this->grid->heed($list);

        return view('wishes.list', ['list' => $list, 'page' => $this->page($request, $list)]);
    }

    public function update(WishListRequest $request, WishList $list): RedirectResponse
    {
        $list->instance_id === null || throw Refusal::conflict('That list is what an instance asks for; change the instance.');
        $list->update(['name' => $request->text('name'), 'lines' => Taking::of($request->text('text'), $list->game)]);

        return redirect()->route('wishes.show', $list);
    }

    public function destroy(WishList $list): RedirectResponse
    {
        $list->delete();

        return redirect()
            ->route('wishes')
            ->with('said', "{$list->name} is taken away.");
    }

    /** The same question of what an instance holds. */
    public function move(Request $request, Instance $instance): View
    {
        $list = Wishes::ofInstance($instance->load(['placed', 'draft', 'lastRehearsal']));
        $this->grid->heed($list);

        return view('wishes.move', ['instance' => $instance, 'page' => $this->page($request, $list)]);
    }

    /** The grid alone, while it fills. */
    public function grid(Request $request, WishList $list): View
    {
        $list->instance?->load('placed');

        return view('wishes.grid', ['page' => $this->page($request, $list)]);
    }

    public function make(CellRequest $request, WishList $list): RedirectResponse
    {
        $instance = $this->moving->make($list, $request->cell($list), $request->name(), $request->worlds());

        return redirect()
            ->route('draft', $instance)
            ->with(
                'said',
                $list->instance === null
                    ? 'It stands as a draft. Nothing is on disk before it is applied.'
                    : "It stands beside {$list->name}, which stays as it is. Its configs and worlds are being copied; then apply the ".
                        'draft, and rehearse it.',
            );
    }

    /** Tells when all are there. */
    public function watch(CellRequest $request, WishList $list, Watching $watching): RedirectResponse
    {
        $watching->begin($list, $request->cell($list));

        return redirect()
            ->back(fallback: route('wishes.show', $list))
            ->with('said', 'You will be told on the first page when more of them have come.');
    }

    public function read(Watch $watch, Watching $watching): RedirectResponse
    {
        $watching->read($watch);

        return redirect()->route('register');
    }

    public function unwatch(Watch $watch): RedirectResponse
    {
        $watch->delete();

        return redirect()->back(fallback: route('register'));
    }

    private function page(Request $request, WishList $list): GridPage
    {
        return new GridPage($list, $this->games, Asked::words($request, 'at', 300));
    }
}

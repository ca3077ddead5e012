<?php

declare(strict_types=1);

namespace App\Http\Find;

use App\Depots\Sync\Depots;
use App\Drafts\LineUps;
use App\Drafts\Outcomes;
use App\Find\Finder;
use App\Find\Looks;
use App\Find\PackageSearch;
use App\Find\Query;
use App\Games\Games;
use App\Models\Instance;
use App\Models\WishLists;
use App\Notices\KnownNotices;
use App\Refusal\Refusal;
use App\View\Asked;
use App\View\Find\Basket;
use App\View\Find\FindPage;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Stasimon\Core\Explain\Verdict;

/** Looks for packages in the depots: for an instance, or for nothing but a wish. */
final readonly class FindController
{
    public function __construct(
        private Finder $finder,
        private PackageSearch $searching,
        private Games $games,
        private Outcomes $outcomes,
        private LineUps $lineUps,
        private Looks $looks,
    ) {
    }

    public function __invoke(Request $request, Instance $instance): View
    {
        $query = Query::of($request->query());
        $from = self::from($request);
        $instance->load(['placed', 'draft', 'lastRehearsal']);

        $found = $this->finder->search($instance, $query, $from, $from > 0 ? Finder::WINDOW : $query->shown);
        $coming = array_filter(array_map(fn (Verdict $verdict): string => $verdict->version, $found->verdicts));
        $versions = $this->outcomes->outcome($instance)->versions ?? $instance->versions();
        $notices = KnownNotices::ofComing($versions, $coming, $this->lineUps->shared($instance));

        return $this->view($request, FindPage::forInstance($instance, $query, $found, $notices));
    }

    /** What those that are marked come to together. */
    public function basket(BasketRequest $request, Instance $instance, Basket $basket): JsonResponse
    {
        return response()->json(['words' => $basket->words($instance->load(['placed', 'draft']), $request->ids())]);
    }

    /** Two that are marked, to be looked at side by side. */
    public function pair(BasketRequest $request, Instance $instance): RedirectResponse
    {
        $ids = $request->ids();
        if (count($ids) !== 2) {
            throw Refusal::unusable('Two packages stand side by side: mark exactly two.');
        }

        return redirect()->route('packages.beside', [$instance, ...$ids]);
    }

    public function anywhere(Request $request): View
    {
        $list = WishLists::find(Asked::words($request, 'list', 26));
        $game = $this->games->get($list->game ?? (Asked::words($request, 'game', 64) ?: $this->games->first()));
        $query = Query::of($request->query());
        $from = self::from($request);

        return $this->view(
            $request,
            FindPage::forWishes(
                $game,
                $list,
                $query,
                $this->searching->search($game->id, $query)->found($from, $from > 0 ? Finder::WINDOW : $query->shown),
            ),
        );
    }

    private function view(Request $request, FindPage $page): View
    {
        $view = match ($request->header('X-Fragment')) {
            'results' => 'find.results',
            'rows' => 'find.rows',
            default => $page->instance === null ? 'find.anywhere' : 'find.page',
        };

        $request->hasHeader('X-Fragment') || $this->looks->note($page->game);

        return view(
            $view,
            ['page' => $page, 'depots' => Depots::all()] +
                (str_starts_with($view, 'find.r')
                    ? []
                    : [
                        'categories' => $this->searching->categories($page->game),
                        'games' => $this->games->names(),
                    ]),
        );
    }

    private static function from(Request $request): int
    {
        return min(100_000, Asked::number($request, 'from') ?? 0);
    }
}

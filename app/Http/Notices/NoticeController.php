<?php

declare(strict_types=1);

namespace App\Http\Notices;

use App\Depots\Catalogue\DepotCatalogue;
use App\Drafts\LineUps;
use App\Games\Games;
use App\Models\Instance;
use App\Notices\NoticeListRow;
use App\Notices\NoticeLists;
use App\Notices\OwnNotices;
use App\Packs\SigningKey;
use App\Refusal\Refusal;
use App\View\Asked;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Stasimon\Core\Notice\Notice;
use Stasimon\Core\Notice\NoticeDocument;
use Stasimon\Core\Notice\NoticeKind;

/** Notices of one's own, and lists that one subscribes to. */
final readonly class NoticeController
{
    public function __construct(private OwnNotices $own, private NoticeLists $lists)
    {
    }

    public function say(NoticeRequest $request, Instance $instance, LineUps $lineUps): RedirectResponse
    {
        $catalogue = $lineUps->shared($instance);
        $about = $request->said('about');
        $package = $catalogue->package($about) ?? throw Refusal::notFound('No depot has that package any more. Nothing was kept.');
        $base = $instance->plan->base;
        $isHere = $request->said('here') === '1';
        $id = $this->own->say(
            new Notice(
                $about,
                NoticeKind::from($request->said('kind')),
                $request->said('text'),
                OwnNotices::releases($package, $request->said('release'), $request->said('which')),
                $isHere ? $base->game : '',
                $isHere ? "={$base->gameVersion}" : '*',
                $request->said('beside') === '' ? [] : [$request->said('beside') => '*'],
            ),
            $catalogue,
        );

        return redirect()
            ->route('packages.show', [$instance, $about])
            ->with('said', 'It is kept, and told wherever it holds.')
            ->with('undo', ['Take it back', route('notices.destroy', [$id, '_method' => 'delete'])]);
    }

    public function destroy(int $notice): RedirectResponse
    {
        return redirect()
            ->back(fallback: route('notices'))
            ->with('said', $this->own->takeBack($notice) ? 'It is taken back.' : 'It was taken back already.');
    }

    /** What was said and found out here, as a list to give away, signed. */
    public function document(Request $request, Games $games, SigningKey $key): Response
    {
        $game = $games->get(Asked::words($request, 'game', 64) ?: (string) array_key_first($games->names()));
        $list = $this->own->list('What was found out here', new DepotCatalogue($game));

        return response(NoticeDocument::write($list, $key->secret()), 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => 'attachment; filename="notices.json"',
        ]);
    }

    public function subscribe(ListRequest $request): RedirectResponse
    {
        if ($request->content() !== '') {
            $list = $this->lists->bring($request->content());

            return redirect()->route('notices')->with('said', "{$list->name} is read; what it says counts from now on.");
        }
        $this->lists->subscribe($request->address());

        return redirect()->route('notices')->with('said', 'The list is being read.');
    }

    public function read(NoticeListRow $notices): RedirectResponse
    {
        $notices->address === null && throw Refusal::conflict('It came as a file. Bring its newer state the same way.');
        $this->lists->begin($notices);

        return redirect()->route('notices')->with('said', "{$notices->name} is being read.");
    }

    public function bind(Request $request, NoticeListRow $notices): RedirectResponse
    {
        $binds = Asked::flag($request, 'binds');
        $this->lists->bind($notices, $binds);
        $said = $binds ? 'What it says must not stand together is kept apart now.' : 'What it says is told, and keeps nothing apart.';

        return redirect()->route('notices')->with('said', $said);
    }

    public function leave(NoticeListRow $notices): RedirectResponse
    {
        $this->lists->leave($notices);

        return redirect()->route('notices')->with('said', "{$notices->name} is left, and what it said is forgotten.");
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Shelf;

use App\Drafts\Drafting;
use App\Games\Games;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Shelf\Shelf;
use App\Shelf\ShelfFile;
use App\Shelf\ShelfState;
use App\Shelf\Slices;
use App\Shelf\Stray;
use App\Shelf\Strays;
use App\Shelf\Uploads;
use App\View\Asked;
use App\View\ShelfPage;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;
use Stasimon\Core\Catalogue\Kind;

/** Files from the person's own disk. */
final readonly class ShelfController
{
    public function __construct(private Shelf $shelf, private Uploads $uploads, private Games $games)
    {
    }

    public function index(?Instance $instance = null): View
    {
        return view('shelf.page', [
            'instance' => $instance?->load(['placed', 'draft', 'lastRehearsal']),
            'page' => ShelfPage::of($instance),
            'games' => $this->games->names(),
        ]);
    }

    /** The list alone, which says in a header whether anything is still being read. */
    public function rows(?Instance $instance = null): Response
    {
        $page = ShelfPage::of($instance);

        return response(view('shelf.rows', ['instance' => $instance, 'page' => $page]), 200, ['X-Over' => $page->waits() ? 'no' : 'yes']);
    }

    public function store(ShelfRequest $request): RedirectResponse
    {
        $instance = $request->against();
        foreach ($request->uploads() as $upload) {
            $this->uploads->whole($upload, $this->game($request), $instance);
        }

        return redirect()->route(...$instance === null ? ['shelf'] : ['instances.shelf', $instance]);
    }

    private function game(ShelfRequest $request): string
    {
        $game = (string) $request->validated('game');

        return $game === '' ? $this->games->first() : $this->games->get($game)->id;
    }

    /** Announces a file that comes in slices. */
    public function begin(ShelfRequest $request): JsonResponse
    {
        $file = $this->uploads->begin(
            (string) $request->validated('name'),
            (int) $request->validated('size'),
            $this->game($request),
            $request->against(),
        );

        return response()->json(['id' => $file->id, 'come' => 0, 'slice' => Slices::LONGEST]);
    }

    public function slice(Request $request, string $file): JsonResponse
    {
        $slice = $request->getContent(true);

        return response()->json([
            'come' => $this->uploads->take(
                $this->find($file),
                Asked::number($request, 'offset') ??
                    throw Refusal::unusable('What came does not say where in the file it begins. It was not taken.'),
                is_resource($slice) ? $slice : throw Refusal::unusable('Nothing came.'),
            ),
        ]);
    }

    public function come(string $file): JsonResponse
    {
        return response()->json(['come' => $this->find($file)->come]);
    }

    public function show(string $file): View
    {
        $file = $this->find($file);

        return view('shelf.file', [
            'file' => $file,
            'found' => $file->found,
            'folders' => ShelfPage::folders($file),
            'several' => ShelfPage::several($file),
            'kinds' => array_keys($this->games->get($file->game)->places),
            'needs' => ShelfPage::lines($file->found->release->needs ?? []),
            'breaks' => ShelfPage::lines($file->found->release->breaks ?? []),
        ]);
    }

    public function say(SaidRequest $request, string $file): RedirectResponse
    {
        $file = $this->find($file);
        $found = $file->found ?? throw Refusal::conflict("{$file->name} has not been read yet. Nothing was changed.");
        $game = $this->games->get($file->game);
        $kind = Kind::from((string) $request->validated('kind'));
        isset($game->places[$kind->value]) ||
            throw Refusal::unusable(
                "{$game->name} has no folder for {$kind->word(2)}, so {$file->name} could not be laid as one. Choose another kind, or ".
                    'name a folder for it in the definition of the game.',
            );
        $this->shelf->say($file, $request->recognised($found), $request->validated('source'), $request->validated('note'));

        return redirect()
            ->route(...$file->instance === null ? ['shelf'] : ['instances.shelf', $file->instance])
            ->with('said', "{$file->name} is {$request->validated('name')} {$request->validated('version')}.");
    }

    /** Takes several mods out of one archive. */
    public function takeOut(TakeOutRequest $request, string $file): RedirectResponse
    {
        $file = $this->find($file);
        $taken = $this->shelf->takeOut($file, $request->parts(), $this->games->get($file->game));

        return redirect()
            ->route(...$file->instance === null ? ['shelf'] : ['instances.shelf', $file->instance])
            ->with('said', count($taken).' mods were taken out of '.$file->name.'.');
    }

    public function destroy(string $file): RedirectResponse
    {
        $file = $this->find($file);
        $this->shelf->remove($file);

        return redirect()
            ->back(fallback: route('shelf'))
            ->with('said', "{$file->name} is off your shelf.");
    }

    /** Puts what was brought into an instance's draft: each as it came, where that is not the newest. */
    public function add(Instance $instance, string $file, Drafting $drafting, Strays $strays): RedirectResponse
    {
        $file = $this->find($file);
        if ($file->state !== ShelfState::Ready || $file->package_id === null) {
            throw Refusal::conflict("What {$file->name} is has to be said first.");
        }
        $drafting->addReleases($instance, [$file->package_id => (string) $file->version], self::inTheWay($strays, $instance, $file));

        return redirect()->route('draft', $instance);
    }

    /** @return list<string> where the same file lies in the folder, put there by hand: it makes room for the one that is laid */
    private static function inTheWay(Strays $strays, Instance $instance, ShelfFile $file): array
    {
        return array_map(fn (Stray $stray): string => $stray->path, $strays->with($instance, trim((string) $file->sha256)));
    }

    /** The same for those that are marked; what cannot be added is named. */
    public function addMany(ManyRequest $request, Instance $instance, Drafting $drafting, Strays $strays): RedirectResponse
    {
        $versions = $out = $not = [];
        foreach ($request->ids() as $id) {
            $file = $this->find($id);
            if ($file->state !== ShelfState::Ready || $file->package_id === null) {
                $not[] = $file->name;

                continue;
            }
            $versions[$file->package_id] = (string) $file->version;
            array_push($out, ...self::inTheWay($strays, $instance, $file));
        }
        $versions !== [] || throw Refusal::conflict('None of those says what it is yet. Say it first; nothing was changed.');
        $drafting->addReleases($instance, $versions, $out);
        $said = $not === [] ? null : 'Not added, because what it is has to be said first: '.implode(', ', array_slice($not, 0, 5)).'.';

        return redirect()
            ->route('draft', $instance)
            ->with(array_filter(['said' => $said]));
    }

    /** Takes those that are marked off the shelf; what an instance uses stays, and is named. */
    public function removeMany(ManyRequest $request): RedirectResponse
    {
        $stays = [];
        $gone = 0;
        foreach ($request->ids() as $id) {
            try {
                $this->shelf->remove($this->find($id));
                $gone++;
            } catch (Refusal $refusal) {
                $stays[] = $refusal->getMessage();
            }
        }
        $said = ($gone === 1 ? 'One file is' : "{$gone} files are").' off your shelf.';

        return redirect()
            ->back(fallback: route('shelf'))
            ->with('said', trim($said.' '.implode(' ', array_slice(array_unique($stays), 0, 3))));
    }

    private function find(string $file): ShelfFile
    {
        return Shelf::find($file) ??
            throw Refusal::notFound('That file is not on your shelf any more.');
    }
}

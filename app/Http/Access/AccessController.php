<?php

declare(strict_types=1);

namespace App\Http\Access;

use App\Access\Access;
use App\Access\OpeningKind;
use App\View\Asked;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** What of this machine and its network may be read, and until when. */
final readonly class AccessController
{
    public function __construct(private Access $access)
    {
    }

    public function index(Request $request): View
    {
        return view('access.page', [
            'opened' => $this->access->opened(),
            'folders' => array_map(strval(...), (array) config('stasimon.folders')),
            'hosts' => array_map(strval(...), (array) config('stasimon.private_depots')),
            'folder' => Asked::words($request, 'folder', 1_000),
            'host' => Asked::words($request, 'host', 300),
        ]);
    }

    public function store(OpenRequest $request): RedirectResponse
    {
        $opening = $this->access->open($request->kind(), trim((string) $request->validated('what')), $request->for());

        return redirect()
            ->route('access')
            ->with(
                'said',
                $opening->kind === OpeningKind::Folder
                    ? "{$opening->what} may be read now, with all that is below it. Nothing is ever written there."
                    : "A depot may be at {$opening->what} now.",
            );
    }

    public function destroy(int $opening): RedirectResponse
    {
        $this->access->close($opening);

        return redirect()->route('access')->with('said', 'It is closed.');
    }
}

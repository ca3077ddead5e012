<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Access\Access;
use App\Installs\Installs;
use App\Installs\KeepInstall;
use Illuminate\Http\RedirectResponse;

/** The game's own files, version by version. */
final readonly class InstallController
{
    public function __construct(private Installs $installs, private KeepInstall $keeping, private Access $access)
    {
    }

    public function store(InstallRequest $request, string $game): RedirectResponse
    {
        $install = $this->keeping->start($game, $request->folder($this->access), $request->version());

        return redirect()
            ->route('games.show', [$game, '#own-files'])
            ->with('said', "{$install->folder} is being read. Each file is kept once, and nothing in it is changed.");
    }

    /** Reads a folder again, which may be another version by now. */
    public function again(string $game, int $install): RedirectResponse
    {
        $known = $this->installs->find($game, $install);
        $this->keeping->start($game, $this->access->folder($known->folder));

        return redirect()->route('games.show', [$game, '#own-files'])->with('said', "{$known->folder} is being read again.");
    }

    public function destroy(string $game, int $install): RedirectResponse
    {
        $known = $this->installs->find($game, $install);
        $this->installs->forget($known);

        return redirect()
            ->route('games.show', [$game, '#own-files'])
            ->with('said', "The files of {$known->version} are not kept any more; the next clean-up of the store takes them out.");
    }
}

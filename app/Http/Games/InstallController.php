<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Access\Access;
use App\Games\Games;
use App\Installs\Installs;
use App\Installs\KeepInstall;
use App\Refusal\Refusal;
use Illuminate\Http\RedirectResponse;

/** The game's own files, version by version. */
final readonly class InstallController
{
    public function __construct(private Games $games, private Installs $installs, private KeepInstall $keeping, private Access $access)
    {
    }

    public function store(InstallRequest $request, string $game): RedirectResponse
    {
        $definition = $this->games->get($game);
        $version = $request->version();
        if ($version !== '' && $definition->version($version) === null) {
            throw Refusal::unusable("{$definition->name} {$version} is no version that its definition knows.");
        }
        $install = $this->keeping->start($definition->id, $request->folder($this->access), $version);

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

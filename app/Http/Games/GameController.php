<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Disk\GameArchives;
use App\Games\Games;
use App\Games\Taught\Agreements;
use App\Games\Taught\Runtimes;
use App\Games\Taught\TaughtGames;
use App\Installs\Installs;
use App\Refusal\Refusal;
use App\View\Asked;
use App\View\Games\GamePage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;
use Illuminate\View\View;

/** The games that are known, and how one more is taught. */
final readonly class GameController
{
    public function __construct(private Games $games, private TaughtGames $taught)
    {
    }

    public function index(Runtimes $runtimes): View
    {
        return view('games.page', [
            'pages' => array_map(fn ($game): GamePage => new GamePage($game), array_values($this->games->all())),
            'unusable' => $this->games->unusable(),
            'runtimes' => $runtimes->all(),
        ]);
    }

    public function store(GameRequest $request): RedirectResponse
    {
        try {
            $game = $this->taught->teach($request->definition());
        } catch (Refusal $refusal) {
            // What was pasted is still there to be put right.
            return redirect()
                ->back(fallback: route('games'))
                ->withInput($request->only('text'))
                ->withErrors(['text' => $refusal->getMessage()]);
        }

        return redirect()
            ->route('games.show', $game->id)
            ->with('said', "{$game->name} is known now. Nothing of it is run before you have agreed to its command.");
    }

    /** The page of a game; with a file, also what the definition makes of it. */
    public function show(Request $request, string $game): View
    {
        $upload = $request->file('file');

        return view('games.game', [
            'archives' => app(GameArchives::class)->of($game),
            'installs' => app(Installs::class)->of($game),
            'page' => new GamePage($this->games->get($game), $upload instanceof UploadedFile ? $upload : null),
        ]);
    }

    /** Keeps the archive of a version whose mods are merged into it. */
    public function archive(GameArchiveRequest $request, string $game, GameArchives $archives): RedirectResponse
    {
        $archives->keep($this->games->get($game), $request->version(), $request->archive(), $request->name());

        return redirect()
            ->route('games.show', $game)
            ->with('said', "The archive of {$request->version()} is kept as it is. What is merged begins with it.");
    }

    public function document(string $game): Response
    {
        $json = $this->games->document($this->games->get($game)->id);

        return response($json, 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => "attachment; filename=\"{$game}.json\"",
        ]);
    }

    public function agree(Request $request, string $game, Agreements $agreements): RedirectResponse
    {
        $agreements->give($this->games->get($game), Asked::words($request, 'command', 64));

        return redirect()->route('games.show', $game)->with('said', 'It may be launched by that command.');
    }

    public function destroy(string $game): RedirectResponse
    {
        if (TaughtGames::row($game) === null) {
            throw Refusal::conflict('That game comes with Stasimon, and stays.');
        }
        $this->taught->forget($game);

        return redirect()->route('games')->with('said', 'The game is forgotten.');
    }
}

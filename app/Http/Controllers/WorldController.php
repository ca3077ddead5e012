<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Games;
use App\Http\Requests\BackupNameRequest;
use App\Http\Requests\WorldNameRequest;
use App\Models\Backup;
use App\Models\Instance;
use App\Rehearsals\Play\PutBack;
use App\View\WorldsPage;
use App\Worlds\Backups;
use App\Worlds\MakeBackup;
use App\Worlds\Worlds;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;

/** The worlds of an instance, and how they were. */
final readonly class WorldController
{
    public function __construct(private Games $games, private Backups $backups)
    {
    }

    public function index(Instance $instance): View
    {
        return view('worlds.page', ['instance' => $instance, 'page' => new WorldsPage($instance->load(['placed', 'draft', 'lastRehearsal']), $this->games->get($instance->plan->base->game), $this->backups)]);
    }

    public function backup(Instance $instance, MakeBackup $making): RedirectResponse
    {
        $making->start($instance);

        return redirect()->route('worlds', $instance)->with('said', 'The worlds are being kept as they are.');
    }

    public function rename(WorldNameRequest $request, Instance $instance): RedirectResponse
    {
        (new Worlds($this->games->get($instance->plan->base->game)))->rename($instance, $request->world(), $request->name());

        return redirect()->route('worlds', $instance)->with('said', "{$request->world()} is called {$request->name()} now.");
    }

    public function name(BackupNameRequest $request, Instance $instance, Backup $backup): RedirectResponse
    {
        $this->backups->name($instance, $backup, $request->name());

        return redirect()->route('worlds', $instance);
    }

    public function putBack(Instance $instance, Backup $backup, PutBack $putBack): RedirectResponse
    {
        $putBack->of($instance, $backup);

        return redirect()->route('worlds', $instance)->with('said', 'The worlds are being put back as they were. Those of now are kept first.');
    }
}

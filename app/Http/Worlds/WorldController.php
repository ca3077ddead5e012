<?php

declare(strict_types=1);

namespace App\Http\Worlds;

use App\Cage\StrangersFiles;
use App\Drafts\Drafting;
use App\Games\Games;
use App\Models\Backup;
use App\Models\Instance;
use App\Models\Instances;
use App\Refusal\Refusal;
use App\Store\Store;
use App\Store\Texts;
use App\View\Asked;
use App\View\WorldsPage;
use App\Worlds\Backups;
use App\Worlds\MakeBackup;
use App\Worlds\PuttingBack;
use App\Worlds\SeenWorlds;
use App\Worlds\WorldPacks;
use App\Worlds\Worlds;
use App\Worlds\WorldWork;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Illuminate\View\View;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** The worlds of an instance, and how they were. */
final readonly class WorldController
{
    public function __construct(
        private Games $games,
        private Backups $backups,
        private Drafting $drafting,
        private Store $store,
        private Texts $texts,
        private StrangersFiles $reading,
    ) {
    }

    public function index(Instance $instance, SeenWorlds $seen): View
    {
        return view('worlds.page', [
            'instance' => $instance,
            'page' => new WorldsPage(
                $instance->load(['placed', 'draft', 'lastRehearsal']),
                $this->games->get($instance->plan->base->game),
                $this->backups,
                $this->worldPacks($instance),
                $seen,
            ),
        ]);
    }

    public function backup(Instance $instance, MakeBackup $making): RedirectResponse
    {
        $making->start($instance);

        return redirect()->route('worlds', $instance)->with('said', 'The worlds are being kept as they are.');
    }

    public function rename(WorldNameRequest $request, Instance $instance): RedirectResponse
    {
        $this->worlds($instance)->rename($instance, $request->world(), $request->name());

        return redirect()
            ->route('worlds', $instance)
            ->with('said', "{$request->world()} is called {$request->name()} now.");
    }

    public function name(BackupNameRequest $request, Instance $instance, Backup $backup): RedirectResponse
    {
        $this->backups->name($instance, $backup, $request->name());

        return redirect()->route('worlds', $instance);
    }

    /** Has the worlds be as they were at a backup, as a step of the draft. */
    public function putBack(Request $request, Instance $instance, Backup $backup, PuttingBack $putting): RedirectResponse
    {
        $world = Asked::words($request, 'world', 255);
        $putting->of($instance, $backup, Asked::flag($request, 'mods'), $world);
        $what =
            $world === ''
                ? 'The worlds of that time are in the draft. Apply it to have them back'
                : "{$world} is in the draft. Apply it to have it back";

        return redirect()
            ->route('draft', $instance)
            ->with('said', "{$what}; those of now are kept first.");
    }

    /** A world that has vanished from the disk is meant to be gone. */
    public function letGo(WorldRequest $request, Instance $instance, SeenWorlds $seen): RedirectResponse
    {
        $seen->forget($instance, $request->world());

        return redirect()
            ->back(fallback: route('worlds', $instance))
            ->with('said', "{$request->world()} is not missed any more. Backups that have it stay.");
    }

    /** Puts away those that are marked; what cannot be is said, and concerns no other. */
    public function awayMany(WorldsRequest $request, Instance $instance): RedirectResponse
    {
        $gone = 0;
        $not = [];
        foreach ($request->worlds() as $world) {
            try {
                $this->worlds($instance)->away($instance, $world);
                $gone++;
            } catch (Refusal $refusal) {
                $not[] = $refusal->getMessage();
            }
        }
        $said = ($gone === 1 ? 'One world is' : "{$gone} worlds are").' put away, and can be had back for '.Worlds::AWAY.' days.';

        return redirect()
            ->route('worlds', $instance)
            ->with('said', trim($said.' '.implode(' ', array_slice($not, 0, 3))));
    }

    public function away(WorldRequest $request, Instance $instance): RedirectResponse
    {
        $this->worlds($instance)->away($instance, $request->world());

        return redirect()
            ->route('worlds', $instance)
            ->with('said', "{$request->world()} is put away, and can be had back for ".Worlds::AWAY.' days.');
    }

    public function back(WorldRequest $request, Instance $instance): RedirectResponse
    {
        return redirect()
            ->route('worlds', $instance)
            ->with('said', $this->worlds($instance)->back($instance, $request->world()).' is back.');
    }

    public function copy(WorldRequest $request, Instance $instance, WorldWork $work): RedirectResponse
    {
        $to =
            Instances::find($request->to()) ??
            throw Refusal::notFound('Choose an instance that it is to be copied to. Nothing was copied.');
        $work->copy($instance, $request->world(), $to);

        return redirect()
            ->route('worlds', $to)
            ->with('said', "{$request->world()} is being copied here.");
    }

    public function export(WorldRequest $request, Instance $instance, WorldWork $work): RedirectResponse
    {
        $work->export($instance, $request->world());

        return redirect()
            ->route('worlds', $instance)
            ->with('said', "An archive of {$request->world()} is being made. It can be saved here once it is whole.");
    }

    public function save(Request $request, Instance $instance): BinaryFileResponse
    {
        $world = Asked::words($request, 'world', 255);
        $file = WorldWork::archive($instance, $world);
        is_file($file) || throw Refusal::notFound('There is no archive of that world any more. Make it again.');

        return response()->download($file, (Str::slug($world) ?: 'world').'.zip');
    }

    public function import(WorldFileRequest $request, Instance $instance, WorldWork $work): RedirectResponse
    {
        $work->import($instance, $request->archive(), $request->name());

        return redirect()
            ->route('worlds', $instance)
            ->with('said', "{$request->name()} is being taken in.");
    }

    /** Gives a world a data pack of its own or takes one from it, as a step of the draft. */
    public function packs(WorldPackRequest $request, Instance $instance): RedirectResponse
    {
        $packs = $this->worldPacks($instance);
        try {
            match (true) {
                $request->later() !== '' => $packs->later($instance, $request->world(), $request->later()),
                $request->taken() !== '' => $packs->take($instance, $request->world(), $request->taken()),
                default => $packs->give($instance, $request->world(), $request->archive(), $request->name()),
            };
        } catch (UnsafeArchive $failure) {
            throw Refusal::unusable($failure->getMessage().' Nothing was changed.');
        }

        return redirect()
            ->route('worlds', $instance)
            ->with('said', 'That is in the draft. The worlds are kept as they are before it is applied.');
    }

    private function worldPacks(Instance $instance): WorldPacks
    {
        return new WorldPacks($this->games->get($instance->plan->base->game), $this->drafting, $this->store, $this->texts, $this->reading);
    }

    /** Has changed worlds kept every so many hours. */
    public function every(KeepEveryRequest $request, Instance $instance): RedirectResponse
    {
        $instance->update(['keep_hours' => $request->hours() ?: null]);

        return redirect()->route('worlds', $instance);
    }

    private function worlds(Instance $instance): Worlds
    {
        return new Worlds($this->games->get($instance->plan->base->game));
    }
}

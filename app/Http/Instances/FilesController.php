<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Disk\Bin;
use App\Disk\Binned;
use App\Disk\Differences;
use App\Disk\Differing;
use App\Disk\FileState;
use App\Disk\Folder;
use App\Disk\FolderFile;
use App\Disk\Inventory;
use App\Disk\Repairing;
use App\Installs\Installs;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\View\Asked;
use App\Work\Tasks;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

final readonly class FilesController
{
    /** Rows of one page. */
    private const SHOWN = 500;

    public function __construct(private Inventory $inventory)
    {
    }

    public function index(Request $request, Instance $instance): View
    {
        $only = Asked::words($request, 'only');
        $words = Asked::words($request, 'q');
        $files = collect($this->inventory->of($instance->load(['placed', 'draft', 'lastRehearsal'])));
        $counts = [
            '' => $files->count(),
            'touched' => $files->filter($this->touched(...))->count(),
            'contested' => $files->filter(fn (FolderFile $file): bool => $file->over !== [])->count(),
            'own' => $files->where('state', FileState::Own)->count(),
        ];
        $shown = $files
            ->filter(
                fn (FolderFile $file): bool => match ($only) {
                    'touched' => $this->touched($file),
                    'contested' => $file->over !== [],
                    'own' => $file->state === FileState::Own,
                    default => true,
                },
            )
            ->filter(fn (FolderFile $file): bool => $words === '' || mb_stripos($file->path.' '.$file->name, $words) !== false)
            ->values();

        $binned = array_filter(
            (new Folder($instance))->bin()->all(),
            fn (Binned $one): bool => $words === '' || mb_stripos(mb_scrub($one->path), $words) !== false,
        );

        return view('files.page', [
            'instance' => $instance,
            'files' => $shown,
            'only' => $only,
            'words' => $words,
            'counts' => $counts + ['bin' => count($binned)],
            'binned' => array_values($binned),
            'read' => Repairing::said($instance),
        ]);
    }

    /** What is not as in the unmodified game. */
    public function differs(Request $request, Instance $instance, Differences $differences, Installs $installs): View
    {
        $words = Asked::words($request, 'q');
        $found = $differences->of($instance->load(['placed', 'draft', 'lastRehearsal']));
        $shown = array_filter(
            $found,
            fn (Differing $one): bool => $words === '' || mb_stripos("{$one->path} {$one->whose}", $words) !== false,
        );

        return view('files.differs', [
            'instance' => $instance,
            'install' => $instance->install_id === null ? null : $installs->find($instance->plan->base->game, $instance->install_id),
            'differing' => array_slice(array_values($shown), 0, self::SHOWN),
            'count' => count($shown),
            'bytes' => array_sum(array_map(fn (Differing $one): int => $one->size, $found)),
            'words' => $words,
        ]);
    }

    /** Puts something of a person's back that had to make room or was taken out. */
    public function back(BinnedRequest $request, Instance $instance): RedirectResponse
    {
        Tasks::refuseWhilePlayed($instance);
        $path = $this->held($instance, fn (Bin $bin): string => $bin->back($request->key()));

        return redirect()
            ->route('files', [$instance, 'only' => 'bin'])
            ->with('said', "{$path} is where it was.");
    }

    /** Deletes something of the bin for good. */
    public function erase(BinnedRequest $request, Instance $instance): RedirectResponse
    {
        $path = $this->held($instance, fn (Bin $bin): string => $bin->erase($request->key()));

        return redirect()
            ->route('files', [$instance, 'only' => 'bin'])
            ->with('said', "{$path} is deleted for good.");
    }

    public function binned(BinnedRequest $request, Instance $instance): BinaryFileResponse
    {
        $file = (new Folder($instance))->bin()->fileOf($request->key());

        return response()
            ->download($file, Str::ascii(mb_scrub(basename($file))) ?: 'file', ['Cache-Control' => 'no-store'])
            ->setPrivate();
    }

    /** @param  callable(Bin): string  $act  that no apply comes between */
    private function held(Instance $instance, callable $act): string
    {
        $folder = new Folder($instance);
        $lock = $folder->lock() ?? throw Refusal::conflict('A draft of this instance is being applied. Do it again once that is done.');
        try {
            return $act($folder->bin());
        } finally {
            flock($lock, LOCK_UN);
        }
    }

    /** Reads every file against its digest, and has what is damaged put right. */
    public function repair(Instance $instance, Repairing $repairing): RedirectResponse
    {
        $repairing->start($instance);

        return redirect()->route('files', $instance)->with('said', 'Every file is being read. What is damaged is put right by a draft.');
    }

    public function keep(KeepRequest $request, Instance $instance): RedirectResponse
    {
        $this->inventory->keepAll($instance, $request->text('path'), $request->text('id'));

        return redirect()->back(fallback: route('files', $instance));
    }

    public function unkeep(FileRequest $request, Instance $instance): RedirectResponse
    {
        $this->inventory->unkeep($instance, $request->text('path'));

        return redirect()->back(fallback: route('files', $instance));
    }

    private function touched(FolderFile $file): bool
    {
        return $file->state->isTouched();
    }
}

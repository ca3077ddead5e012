<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Disk\FolderFile;
use App\Disk\Inventory;
use App\Disk\Repairing;
use App\Http\Requests\Steps\FileRequest;
use App\Http\Requests\Steps\KeepRequest;
use App\Models\Instance;
use App\View\Address;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

final readonly class FilesController
{
    public function __construct(private Inventory $inventory)
    {
    }

    public function index(Request $request, Instance $instance): View
    {
        $only = Address::words($request, 'only');
        $words = Address::words($request, 'q');
        $files = collect($this->inventory->of($instance->load(['placed', 'draft', 'lastRehearsal'])));
        $counts = ['' => $files->count(), 'touched' => $files->filter($this->touched(...))->count(), 'contested' => $files->filter(fn (FolderFile $file): bool => $file->over !== [])->count(), 'own' => $files->where('state', 'own')->count()];
        $shown = $files->filter(fn (FolderFile $file): bool => match ($only) {
            'touched' => $this->touched($file),
            'contested' => $file->over !== [],
            'own' => $file->state === 'own',
            default => true,
        })->filter(fn (FolderFile $file): bool => $words === '' || mb_stripos($file->path.' '.$file->name, $words) !== false)->values();

        return view('files.page', ['instance' => $instance, 'files' => $shown, 'only' => $only, 'words' => $words, 'counts' => $counts, 'read' => Repairing::said($instance)]);
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
        return in_array($file->state, ['changed', 'missing', 'kept'], true);
    }
}

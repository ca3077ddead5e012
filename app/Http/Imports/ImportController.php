<?php

declare(strict_types=1);

namespace App\Http\Imports;

use App\Access\Access;
use App\Games\Games;
use App\Imports\Import;
use App\Imports\Imports;
use App\Imports\ReadFolder;
use App\Refusal\Refusal;
use App\Sharing\Whole\Wholes;
use App\View\Asked;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** Folders that were put together elsewhere. */
final readonly class ImportController
{
    public function index(Wholes $wholes, Games $games): View
    {
        return view('imports.page', [
            'imports' => Imports::latest(),
            'games' => $games->all(),
            'wholes' => $wholes->all(),
        ]);
    }

    public function store(ImportRequest $request, ReadFolder $reading, Access $access): RedirectResponse
    {
        try {
            $archive = $request->archive();
            $import = $reading->start($archive === null ? $request->folder($access) : '', $archive, ...$request->game());

            return redirect()->route('imports.show', $import);
        } catch (Refusal $refusal) {
            return redirect()
                ->route('imports')
                ->withInput()
                ->withErrors(['path' => $refusal->getMessage()]);
        }
    }

    public function show(string $import, Games $games): View
    {
        $import = $this->find($import);
        $found = $import->found;

        return view('imports.folder', [
            'import' => $import,
            'found' => $found,
            'game' => $found === null ? null : $games->get($found->game),
        ]);
    }

    public function make(Request $request, string $import, ReadFolder $reading): RedirectResponse
    {
        $import = $this->find($import);
        $name = trim(Asked::words($request, 'name', 120));
        $reading->make($import, $name === '' ? basename($import->source) : $name);

        return redirect()->route('imports.show', $import);
    }

    private function find(string $import): Import
    {
        return Imports::find($import) ??
            throw Refusal::notFound('That folder is not known any more.');
    }
}

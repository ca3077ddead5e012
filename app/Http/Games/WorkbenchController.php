<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Access\Access;
use App\Cage\StrangersFiles;
use App\Games\Games;
use App\Games\Taught\GuessedGame;
use App\Games\Taught\WorkedExamples;
use App\Refusal\Refusal;
use App\Rehearsals\FirstLaunch;
use App\View\Asked;
use App\View\Games\GameWorkbench;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;
use Stasimon\Core\Game\MarkedLine;

/** Where a definition is written beside what it makes of real files. */
final readonly class WorkbenchController
{
    public function __construct(private Games $games, private StrangersFiles $reading, private Access $access)
    {
    }

    /** An empty one, one that is there, a worked example, or what can be guessed from a folder. */
    public function show(Request $request): View
    {
        $id = Asked::words($request, 'game');
        $folder = Asked::words($request, 'folder', 1_000);
        $example = Asked::words($request, 'example');
        $text = match (true) {
            $folder !== '' => $this->reading->text(GuessedGame::class, basename($folder), $this->access->folder($folder)),
            $id !== '' => $this->games->document($this->games->get($id)->id),
            default => WorkedExamples::text($example),
        };
        $title = match (true) {
            $folder !== '' => 'Guessed from '.mb_scrub(basename($folder)),
            $id === '' && $text !== '' => 'Like '.WorkedExamples::ALL[$example],
            default => 'Write a definition',
        };

        return $this->page($text, [], $title);
    }

    /** Begins with what can be guessed from a folder. */
    public function guess(GuessRequest $request): RedirectResponse
    {
        return redirect()->route('games.workbench', ['folder' => $request->folder($this->access)]);
    }

    public function try(WorkbenchRequest $request): View
    {
        return $this->page($request->text(), $request->uploads(), 'Write a definition');
    }

    /** The same as a fragment. */
    public function made(WorkbenchRequest $request): View
    {
        return view('games.made', ['bench' => new GameWorkbench($request->text(), $request->uploads(), $this->games, $this->reading)]);
    }

    /** Keeps it, and has it launched once by the commands that were seen. */
    public function launch(TrialRequest $request, FirstLaunch $first): RedirectResponse
    {
        try {
            $folder = $request->folder($this->access);
            $instance = $first->start($request->text(), (string) $request->validated('agreed'), $folder, $request->mods());
        } catch (Refusal $refusal) {
            // What was written is still there to be put right.
            return redirect()
                ->back(fallback: route('games.workbench'))
                ->withInput($request->only('text'))
                ->withErrors(['text' => $refusal->getMessage()]);
        }

        return redirect()
            ->route('instances.show', $instance)
            ->with('said', 'The definition is kept. Its first launch is being made ready here; the log comes to the workbench as well.');
    }

    /** The pattern of a line in which a person has marked what changes. */
    public function mark(TeachLineRequest $request): JsonResponse
    {
        $line = MarkedLine::of((string) $request->validated('message'), $request->marks()) ??
            throw Refusal::unusable('What is marked is no part of that line, or is marked twice.');

        return response()->json(['kind' => $request->validated('kind'), 'pattern' => $line->pattern]);
    }

    public function schema(): Response
    {
        return response((string) file_get_contents(base_path('docs/formats/game.schema.json')), 200, [
            'Content-Type' => 'application/schema+json',
        ]);
    }

    /** @param  list<\Illuminate\Http\UploadedFile>  $files */
    private function page(string $text, array $files, string $title): View
    {
        return view('games.workbench', ['bench' => new GameWorkbench($text, $files, $this->games, $this->reading), 'title' => $title]);
    }
}

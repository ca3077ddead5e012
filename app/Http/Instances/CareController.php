<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Cleaning\CleanUp;
use App\Cleaning\Spares;
use App\Cleaning\Unused;
use App\Drafts\Drafting;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Instances;
use App\Models\Task;
use App\Models\TaskKind;
use App\Moving\Duplicating;
use App\Refusal\Refusal;
use App\Sharing\Whole\Wholes;
use App\Store\Texts;
use App\Work\Tasks;
use App\Worlds\Worlds;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Response;
use Illuminate\View\View;
use Stasimon\Core\Plan\Plan;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** What one says of an instance oneself, another one like it, and what can be freed. */
final readonly class CareController
{
    public function __construct(private Texts $texts, private Unused $unused)
    {
    }

    public function show(Instance $instance, Games $games, Wholes $wholes): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);

        return view('care.page', [
            'instance' => $instance,
            'command' => $games->get($instance->plan->base->game)->launch->command,
            'headings' => Instances::headings(),
            'unused' => $this->unused->of($instance),
            'wholes' => $wholes->all()->where('instance_id', $instance->id),
            'worlds' => array_keys((new Worlds($games->get($instance->plan->base->game)))->of($instance)),
        ]);
    }

    public function update(AboutRequest $request, Instance $instance): RedirectResponse
    {
        $picture = $request->picture();
        $instance->update(
            [
                'name' => $request->name(),
                'notes' => $request->notes(),
                'colour' => $request->colour(),
                'heading' => $request->heading(),
            ] +
                ($picture === null ? ($request->boolean('plain') ? ['picture' => null] : []) : ['picture' => $this->texts->put($picture)]),
        );

        return redirect()->route('about', $instance)->with('said', 'It is kept.');
    }

    /** What is added to how it is launched; shown as it will run. */
    public function launching(LaunchingRequest $request, Instance $instance): RedirectResponse
    {
        $instance->update(['launching' => $request->words()]);

        return redirect()->to(route('about', $instance).'#launching')->with('said', 'It is launched like that from now on.');
    }

    public function picture(Instance $instance): BinaryFileResponse
    {
        return response()->file(
            $this->texts->path((string) $instance->picture) ?? throw Refusal::notFound('That instance has no picture.'),
            ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=60'],
        );
    }

    public function duplicate(DuplicateRequest $request, Instance $instance, Duplicating $duplicating): RedirectResponse
    {
        $made = $duplicating->make($instance->load('placed'), $request->name(), $request->worlds());

        return redirect()
            ->route('draft', $made)
            ->with('said', "It is {$instance->name} once more, as a draft. Its configs are being copied; then apply it.");
    }

    /** Takes out what nothing uses, as a step of the draft. */
    public function unused(Instance $instance, Drafting $drafting): RedirectResponse
    {
        $ids = array_column($this->unused->of($instance->load('placed')), 'id');
        $ids !== [] || throw Refusal::conflict('Everything that was asked for is used. Nothing was changed.');
        $drafting->step(
            $instance,
            fn (Plan $plan): Plan => array_reduce($ids, fn (Plan $plan, string $id): Plan => $plan->without($id), $plan),
        );

        return redirect()->route('draft', $instance);
    }

    public function store(): View
    {
        return view('care.store', ['last' => CleanUp::last(), 'task' => $this->task()]);
    }

    /** What was found, while it is looked for. */
    public function said(): Response
    {
        $task = $this->task();

        return response()
            ->view('care.said', ['last' => CleanUp::last(), 'task' => $task])
            ->header('X-Over', $task === null ? 'yes' : 'no');
    }

    public function cleanUp(CleanUpRequest $request, CleanUp $cleanUp): RedirectResponse
    {
        $this->task() === null || throw Refusal::conflict('That is being done already. Wait until it is done.');
        $cleanUp->start($request->act());

        return redirect()->route('store');
    }

    /** Lets go of restore points or logs; what is asked for goes by a draft. */
    public function letGo(SpareRequest $request, Instance $instance, CleanUp $cleanUp, Spares $spares, Drafting $drafting): RedirectResponse
    {
        $what = $request->what();
        if (! $what->isDrafted()) {
            $this->task() === null || throw Refusal::conflict('The store is being looked through. Wait until that is done.');
            $cleanUp->letGo($instance, $what);

            return redirect()->route('store');
        }
        $ids = $spares->idsOf($instance->load('placed'), $what);
        $ids !== [] || throw Refusal::conflict('Something uses all of it by now. Nothing was changed.');
        $drafting->step(
            $instance,
            fn (Plan $plan): Plan => array_reduce($ids, fn (Plan $plan, string $id): Plan => $plan->without($id), $plan),
        );

        return redirect()->route('draft', $instance);
    }

    private function task(): ?Task
    {
        return Tasks::latestOpen(TaskKind::CleanUp);
    }
}

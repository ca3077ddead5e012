<?php

declare(strict_types=1);

namespace App\Http\Find;

use App\Depots\Packages;
use App\Drafts\LineUps;
use App\Drafts\Notes;
use App\Drafts\Outcomes;
use App\Find\Finder;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\View\Find\PackagePage;
use App\View\Find\Prospect;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;

/** The page of a package, for one instance. */
final readonly class PackageController
{
    public function __construct(private LineUps $lineUps, private Outcomes $outcomes, private Finder $finder, private Notes $notes)
    {
    }

    public function show(Instance $instance, string $package): View
    {
        $plan = $this->lineUps->plan($instance->load(['placed', 'draft', 'lastRehearsal']));
        $versions = $this->outcomes->outcome($instance)->versions ?? $instance->versions();
        $catalogue = $this->lineUps->catalogueAround($instance, [], $versions, [$package]);
        $known = $catalogue->package($package);
        if ($known === null || in_array($package, [$plan->base->game, $plan->base->runtime], true)) {
            throw Refusal::notFound('No depot has a package of that name, and it is not in this instance.');
        }
        $understudies = PackagePage::understudiesOf($known);
        $verdicts = $this->finder->verdictsOf($instance, [$package, ...$understudies]);
        $with = isset($versions[$package]) ? $versions : $this->finder->lineUpWith($instance, $package, $versions, $verdicts[$package]);

        return view('package.page', [
            'instance' => $instance,
            'page' => new PackagePage(
                $known,
                Packages::find($package),
                $catalogue,
                $plan,
                $versions,
                new Prospect($with, $verdicts[$package], array_diff_key($verdicts, [$package => true])),
                $this->notes->of($instance, $package),
            ),
        ]);
    }

    /** A note of one's own about a package in this instance; nothing takes it away. */
    public function note(PackageNoteRequest $request, Instance $instance, string $package): RedirectResponse
    {
        $text = trim($request->text('note'));
        if ($this->lineUps->catalogue($instance->load('placed'))->package($package) === null) {
            throw Refusal::notFound('No depot has a package of that name, and it is not in this instance.');
        }
        $this->notes->keep($instance, $package, $text);

        return redirect()
            ->route('packages.show', [$instance, $package])
            ->with('said', $text === '' ? 'The note is gone.' : 'Noted.');
    }
}

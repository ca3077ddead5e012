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
use App\View\Find\Basket;
use App\View\Find\PackagePage;
use App\View\Find\Prospect;
use App\View\Find\SideBySide;
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
        return view('package.page', ['instance' => $instance, 'page' => $this->pages($instance, [$package])[0]]);
    }

    /** Its releases for this base, as rows below one of Find. */
    public function releases(Instance $instance, string $package): View
    {
        return view('find.releases', ['instance' => $instance, 'page' => $this->pages($instance, [$package])[0]]);
    }

    /** To where one says something of what is marked: one package, or one beside another. */
    public function say(BasketRequest $request, Instance $instance): RedirectResponse
    {
        $ids = $request->ids();
        if (count($ids) > 2) {
            throw Refusal::unusable('Something is said of one package, or of two beside each other: mark one or two.');
        }
        $to = [$instance, $ids[0], 'say' => 1] + (isset($ids[1]) ? ['beside' => $ids[1]] : []);

        return redirect()->to(route('packages.show', $to).'#say');
    }

    /** Two packages, each with what is said of it, and what both together come to. */
    public function beside(Instance $instance, string $package, string $other, Basket $basket): View
    {
        [$left, $right] = $this->pages($instance, [$package, $other]);

        return view('package.beside', [
            'instance' => $instance,
            'page' => new SideBySide($left, $right, $basket->words($instance, [$package, $other])),
        ]);
    }

    /**
     * @param  non-empty-list<string>  $ids
     * @return non-empty-list<PackagePage> one for each
     */
    private function pages(Instance $instance, array $ids): array
    {
        $plan = $this->lineUps->plan($instance->load(['placed', 'draft', 'lastRehearsal']));
        $versions = $this->outcomes->outcome($instance)->versions ?? $instance->versions();
        $catalogue = $this->lineUps->catalogueAround($instance, [], $versions, $ids);
        $pages = [];
        foreach ($ids as $id) {
            $known = $catalogue->package($id);
            if ($known === null || in_array($id, [$plan->base->game, $plan->base->runtime], true)) {
                throw Refusal::notFound('No depot has a package of that name, and it is not in this instance.');
            }
            $verdicts = $this->finder->verdictsOf($instance, [$id, ...PackagePage::understudiesOf($known)]);
            $with = isset($versions[$id]) ? $versions : $this->finder->lineUpWith($instance, $id, $versions, $verdicts[$id]);
            $pages[] = new PackagePage(
                $known,
                Packages::find($id),
                $catalogue,
                $plan,
                $versions,
                new Prospect($with, $verdicts[$id], array_diff_key($verdicts, [$id => true])),
                $this->notes->of($instance, $id),
            );
        }

        return $pages;
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

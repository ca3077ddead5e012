<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\StepRequest;
use App\Instances\Drafting;
use App\Instances\Finder;
use App\Instances\Refusal;
use App\Models\Instance;
use App\Models\Package;
use App\View\PackagePage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;

/** The page of a package, for one instance. */
final readonly class PackageController
{
    public function __construct(private Drafting $drafting, private Finder $finder)
    {
    }

    public function show(Instance $instance, string $package): View
    {
        $plan = $this->drafting->plan($instance->load(['placed', 'draft', 'lastRehearsal']));
        $versions = $this->drafting->outcome($instance)->versions ?? $instance->versions();
        $catalogue = $this->drafting->catalogueAround($instance, [], $versions, [$package]);
        $known = $catalogue->package($package);
        if ($known === null || in_array($package, [$plan->game, $plan->runtime], true)) {
            throw Refusal::notFound('No depot has a package of that name, and it is not in this instance.');
        }
        $understudies = PackagePage::understudiesOf($known);
        $verdicts = $this->finder->verdictsOf($instance, [$package, ...$understudies]);
        $with = isset($versions[$package]) ? $versions : $this->finder->lineUpWith($instance, $package, $verdicts[$package]);

        return view('instances.package', ['instance' => $instance, 'page' => new PackagePage(
            $known, Package::query()->find($package), $catalogue->game, $catalogue, $plan, $versions, $with, $verdicts[$package], array_diff_key($verdicts, [$package => true]),
            (string) DB::table('notes')->where('instance_id', $instance->id)->where('package_id', $package)->value('text'),
        )]);
    }

    /** A note of one's own about a package in this instance; nothing takes it away. */
    public function note(StepRequest $request, Instance $instance, string $package): RedirectResponse
    {
        $text = trim($request->text('note'));
        if ($this->drafting->catalogue($instance->load('placed'))->package($package) === null) {
            throw Refusal::notFound('No depot has a package of that name, and it is not in this instance.');
        }
        $text === ''
            ? DB::table('notes')->where('instance_id', $instance->id)->where('package_id', $package)->delete()
            : DB::table('notes')->upsert([['instance_id' => $instance->id, 'package_id' => $package, 'text' => $text]], ['instance_id', 'package_id']);

        return redirect()->route('packages.show', [$instance, $package])->with('said', $text === '' ? 'The note is gone.' : 'Noted.');
    }
}

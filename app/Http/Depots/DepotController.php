<?php

declare(strict_types=1);

namespace App\Http\Depots;

use App\Depots\Depot;
use App\Depots\Protocol\Protocols;
use App\Depots\SourceProblems;
use App\Depots\Sync\Depots;
use App\Depots\Sync\ReadDepot;
use App\Depots\Sync\Schedule;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;

final readonly class DepotController
{
    public function __construct(private Depots $depots)
    {
    }

    public function index(SourceProblems $problems, Schedule $schedule): View
    {
        return view('depots.page', [
            'depots' => $depots = $this->depots->listed(),
            'kinds' => $depots->mapWithKeys(fn (Depot $depot): array => [$depot->id => Protocols::kindOf($depot)])->all(),
            'packages' => $this->depots->packages(),
            'problems' => $problems->byDepot(),
            'releases' => $this->depots->releases(),
            'minutes' => $schedule->minutes(),
        ]);
    }

    public function store(DepotRequest $request): RedirectResponse
    {
        $depot = $this->depots->add($request->address());

        return $this->said("{$depot->name} is added, and is being read.");
    }

    /** How often depots are read again by themselves. */
    public function schedule(ScheduleRequest $request, Schedule $schedule): RedirectResponse
    {
        $schedule->set($request->minutes());

        return $this->said($request->minutes() === 0 ? 'Depots are read when you say so.' : 'Depots are read again by themselves.');
    }

    public function sync(Depot $depot, ReadDepot $reading): RedirectResponse
    {
        $reading->start($depot);

        return redirect()
            ->back(fallback: route('depots'))
            ->with('said', "Reading what is new on {$depot->name}.");
    }

    public function pause(Depot $depot): RedirectResponse
    {
        $this->depots->pause($depot);

        return $this->said("{$depot->name} is paused. What only it has is not offered; what is in instances stays.");
    }

    public function goOn(Depot $depot): RedirectResponse
    {
        $this->depots->goOn($depot);

        return $this->said("Going on with {$depot->name}; it is being read.");
    }

    public function first(Depot $depot): RedirectResponse
    {
        $this->depots->first($depot);

        return $this->said("{$depot->name} is asked first from now on.");
    }

    public function moderated(DepotRequest $request, Depot $depot): RedirectResponse
    {
        $this->depots->vouch($depot, $request->moderated());

        return $this->said(
            $request->moderated()
                ? "{$depot->name} counts as moderated, because you say so."
                : "{$depot->name} does not count as moderated.",
        );
    }

    public function introduce(CredentialsRequest $request, Depot $depot): RedirectResponse
    {
        $this->depots->introduce($depot, $request->credentials());

        return $this->said(
            $request->credentials() === null
                ? "{$depot->name} is asked without a name from now on."
                : "{$depot->name} is told who asks from now on, and is being read.",
        );
    }

    public function destroy(Depot $depot): RedirectResponse
    {
        $this->depots->remove($depot);

        return $this->said("{$depot->name} is being removed. What is in instances stays.");
    }

    private function said(string $sentence): RedirectResponse
    {
        return redirect()->route('depots')->with('said', $sentence);
    }
}

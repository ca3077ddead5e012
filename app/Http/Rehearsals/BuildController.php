<?php

declare(strict_types=1);

namespace App\Http\Rehearsals;

use App\Models\Instance;
use App\Rehearsals\UntilItLaunches;
use App\View\Asked;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Builds an instance until it launches. */
final readonly class BuildController
{
    public function __construct(private UntilItLaunches $building)
    {
    }

    public function store(Request $request, Instance $instance): RedirectResponse
    {
        $this->building->start($instance, Asked::number($request, 'seen'));

        return redirect()->route('instances.show', $instance);
    }

    public function stop(Instance $instance): RedirectResponse
    {
        $this->building->stop($instance);

        return redirect()->route('instances.show', $instance);
    }

    public function seen(Instance $instance): RedirectResponse
    {
        $this->building->seen($instance);

        return redirect()->back(fallback: route('instances.show', $instance));
    }

    /** How it stands, as a fragment. */
    public function show(Instance $instance): Response
    {
        return response()
            ->view('rehearsals.building', ['instance' => $instance])
            ->header('X-Over', $instance->building?->isOpen() === true ? 'no' : 'yes');
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Instances\Work;
use App\Models\Depot;
use Illuminate\Http\RedirectResponse;

final class DepotController
{
    public function sync(Depot $depot, Work $work): RedirectResponse
    {
        $work->sync($depot);

        return redirect()->route('register')->with('said', "Reading what is new on {$depot->name}.");
    }
}

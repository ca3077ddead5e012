<?php

declare(strict_types=1);

namespace App\Http\Places;

use App\Models\Instance;
use App\View\Places\Places;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** A place behind which there is nothing but a page: the list of places says which. */
final class PlaceController
{
    public function __invoke(Request $request, ?Instance $instance = null): View
    {
        $page = app((string) Places::of((string) $request->route('place'))->page);

        return $instance?->exists === true ? $page($request, $instance) : $page($request);
    }
}

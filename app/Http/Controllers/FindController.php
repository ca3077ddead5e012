<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Find\Finder;
use App\Find\Query;
use App\Models\Depot;
use App\Models\Instance;
use App\View\Address;
use Illuminate\Http\Request;
use Illuminate\View\View;

final class FindController
{
    public function __invoke(Request $request, Instance $instance, Finder $finder): View
    {
        $query = Query::of($request->query());
        $from = min(100_000, Address::number($request, 'from') ?? 0);
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $found = $finder->search($instance, $query, $from, $from > 0 ? Finder::WINDOW : $query->shown);
        $view = match ($request->header('X-Fragment')) {
            'results' => 'find.results',
            'rows' => 'find.rows',
            default => 'find.page',
        };

        return view($view, ['instance' => $instance, 'query' => $query, 'found' => $found, 'from' => $from]
            + ($view === 'find.page' ? ['categories' => $finder->categories($instance), 'depots' => Depot::query()->orderBy('place')->orderBy('id')->get()] : []));
    }
}

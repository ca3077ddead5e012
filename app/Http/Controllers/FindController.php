<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Instances\Finder;
use App\Instances\Query;
use App\Models\Depot;
use App\Models\Instance;
use Illuminate\Http\Request;
use Illuminate\View\View;

final class FindController
{
    public function __invoke(Request $request, Instance $instance, Finder $finder): View
    {
        $query = Query::of($request->query());
        $from = max(0, min(100_000, $request->integer('from')));
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $found = $finder->search($instance, $query, $from, $from > 0 ? Finder::WINDOW : $query->shown);
        $view = match ($request->header('X-Fragment')) {
            'results' => 'instances.find-results',
            'rows' => 'instances.find-rows',
            default => 'instances.find',
        };

        return view($view, ['instance' => $instance, 'query' => $query, 'found' => $found, 'from' => $from]
            + ($view === 'instances.find' ? ['categories' => $finder->categories($instance), 'depots' => Depot::query()->orderBy('place')->orderBy('id')->get()] : []));
    }
}

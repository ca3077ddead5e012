<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Instances\Findings;
use App\Models\Depot;
use App\Models\Instance;
use Illuminate\View\View;

final class RegisterController
{
    public function __invoke(Findings $findings): View
    {
        $instances = Instance::query()->with(['placed', 'draft', 'lastRehearsal'])->orderByDesc('created_at')->paginate(50);

        return view('register', [
            'instances' => $instances,
            'findings' => $instances->getCollection()->mapWithKeys(fn (Instance $instance): array => [$instance->id => $findings->of($instance)]),
            'depots' => Depot::query()->orderBy('name')->get(),
        ]);
    }
}

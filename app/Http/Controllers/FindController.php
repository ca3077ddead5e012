<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Instances\Finder;
use App\Models\Instance;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Stasimon\Core\Catalogue\Kind;

final class FindController
{
    public function __invoke(Request $request, Instance $instance, Finder $finder): View
    {
        $words = $request->string('q')->toString();
        $kind = Kind::tryFrom($request->string('kind')->toString())->value ?? '';
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $packages = $finder->search($instance, $words, $kind);

        return view($request->hasHeader('X-Fragment') ? 'instances.find-results' : 'instances.find', [
            'instance' => $instance,
            'words' => $words,
            'kind' => $kind,
            'packages' => $packages,
            'verdicts' => $finder->verdicts($instance, $packages->items()),
        ]);
    }
}

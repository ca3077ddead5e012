<?php

declare(strict_types=1);

namespace App\Http\Guide;

use App\View\Guide\Guide;
use App\View\Guide\Words;
use Illuminate\Contracts\View\View;

/** How all of it is used, and what the words of the house mean. */
final readonly class GuideController
{
    public function __invoke(Guide $guide): View
    {
        return view('guide.page', ['parts' => $guide->sections(), 'words' => Words::all()]);
    }
}

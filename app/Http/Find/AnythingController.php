<?php

declare(strict_types=1);

namespace App\Http\Find;

use App\Models\Instance;
use App\Models\Instances;
use App\View\Anything\Anything;
use App\View\Asked;
use Illuminate\Contracts\View\View;
use Illuminate\Http\Request;

/** The one field that finds anything. */
final readonly class AnythingController
{
    public function __construct(private Anything $anything)
    {
    }

    /** As a page, for a form that was sent. */
    public function page(Request $request): View
    {
        return view('anything.page', $this->found($request));
    }

    /** As a fragment, while somebody types. */
    public function hits(Request $request): View
    {
        return view('anything.hits', $this->found($request));
    }

    /** @return array{words: string, hits: list<\App\View\Anything\Hit>, here: Instance|null} */
    private function found(Request $request): array
    {
        $words = Asked::words($request, 'q', 200);
        $here = Instances::here(Asked::words($request, 'instance', 26));

        return ['words' => $words, 'hits' => $this->anything->find($words, $here), 'here' => $here];
    }
}

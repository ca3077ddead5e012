<?php

declare(strict_types=1);

namespace App\Http\Work;

use App\Refusal\Refusal;
use App\Telling\Tellings;
use App\View\Asked;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** What was told, and that it was seen. */
final readonly class ToldController
{
    public function __construct(private Tellings $tellings)
    {
    }

    /** Leads to what one is about, which is to have seen it. */
    public function open(string $told): RedirectResponse
    {
        $found = $this->tellings->find((int) $told) ?? throw Refusal::notFound('That was told long ago, and is forgotten.');
        $this->tellings->seen($found->id);

        return redirect()->to($found->address);
    }

    public function seen(Request $request, string $told): RedirectResponse|Response
    {
        $this->tellings->seen((int) $told);

        return $request->expectsJson() ? response()->noContent() : redirect()->route('register');
    }

    public function all(Request $request): RedirectResponse
    {
        $this->tellings->allSeen(Asked::number($request, 'until') ?? 0);

        return redirect()->route('register');
    }
}

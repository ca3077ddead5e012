<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Instance;
use App\Models\Rehearsal;
use App\Refusal\Refusal;
use App\Rehearsals\Launch\Side;
use App\Rehearsals\Play\Play;
use App\Rehearsals\Play\PutBack;
use App\View\Address;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

final readonly class PlayController
{
    public function store(Request $request, Instance $instance, Play $play): RedirectResponse
    {
        $launch = $play->start($instance, Side::tryFrom(Address::words($request, 'side')) ?? Side::Client);

        return redirect()->route('rehearsals.show', [$instance, $launch->number]);
    }

    /** Gives the worlds back as they were before it was played. */
    public function putBack(Instance $instance, int $number, PutBack $putBack): RedirectResponse
    {
        $play = $instance->rehearsals()->where('number', $number)->first();
        $putBack->start($play instanceof Rehearsal && $play->isPlay() ? $play : throw Refusal::notFound("{$instance->name} was not played as launch {$number}."));

        return redirect()->route('rehearsals.show', [$instance, $number])->with('said', 'The worlds are being put back as they were. Those of now are kept first.');
    }
}

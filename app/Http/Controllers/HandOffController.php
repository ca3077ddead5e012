<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\HandOffRequest;
use App\Http\Requests\Steps\NameRequest;
use App\Http\Requests\Steps\TakeRequest;
use App\Models\GivenHandOff;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Sharing\Comparing;
use App\Sharing\HandOffs;
use App\Sharing\Inventories;
use App\Sharing\ServerHalf;
use App\View\Address;
use App\View\GivenPage;
use App\View\HandOffPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Illuminate\View\View;
use Stasimon\Core\Share\HandOffDocument;

/** Instances that are given away, and what came from others. */
final readonly class HandOffController
{
    public function __construct(private HandOffs $handOffs, private Comparing $comparing, private ServerHalf $servers)
    {
    }

    public function show(Request $request, Instance $instance): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $beside = Address::words($request, 'beside', 26);
        $group = Address::words($request, 'group', 60);
        $there = $beside === '' ? null : $this->comparing->other($instance, $beside);

        return view('hand-off.page', ['instance' => $instance, 'server' => $this->servers->of($instance), 'serverHalf' => $this->servers->count($instance), 'page' => new HandOffPage($instance, $group === '' ? $this->handOffs->of($instance) : $this->handOffs->group($instance, $group), $beside, $there, $there === null ? null : $this->comparing->between($instance, $there))]);
    }

    public function document(Instance $instance): Response
    {
        return response(HandOffDocument::write($this->handOffs->of($instance->load(['placed', 'draft']))), headers: ['Content-Type' => 'application/json', 'Content-Disposition' => 'attachment; filename="'.(Str::slug($instance->name) ?: 'instance').'.hand-off.json"']);
    }

    /** What is in it, as an open format lists it. */
    public function inventory(Instance $instance, string $form, Inventories $inventories): Response
    {
        [, $type, $ending] = Inventories::FORMS[$form];

        return response(Inventories::written($inventories->of($instance->load('placed')), $form), headers: ['Content-Type' => $type, 'Content-Disposition' => 'attachment; filename="'.(Str::slug($instance->name) ?: 'instance').$ending.'"']);
    }

    public function server(Instance $instance): RedirectResponse
    {
        return redirect()->route('draft', $this->servers->make($instance->load(['placed', 'draft'])))->with('said', "It is the server's half of {$instance->name}, as a draft. Its configs are being copied; then apply it, and rehearse the two together.");
    }

    /** Puts something beside it: what was pasted, dropped, or chosen. */
    public function beside(HandOffRequest $request, Instance $instance): RedirectResponse
    {
        return redirect()->route('hand-off', ['instance' => $instance, 'beside' => $request->other() !== '' ? $request->other() : $this->handOffs->receive($request->handOff())->id]);
    }

    public function take(TakeRequest $request, Instance $instance): RedirectResponse
    {
        $there = $this->comparing->other($instance, $request->text('beside'));
        $instance->load('placed');
        $request->text('id') === '' ? $this->comparing->takeAll($instance, $there) : $this->comparing->take($instance, $there, $request->text('id'));

        return $request->text('id') === '' ? redirect()->route('draft', $instance) : redirect()->route('hand-off', ['instance' => $instance, 'beside' => $request->text('beside')])->with('said', 'It is in the draft.');
    }

    public function index(): View
    {
        return view('hand-off.index', ['given' => GivenHandOff::query()->orderByDesc('id')->limit(100)->get(['id', 'name', 'created_at'])]);
    }

    public function store(HandOffRequest $request): RedirectResponse
    {
        return redirect()->route('hand-offs.show', $this->handOffs->receive($request->handOff()));
    }

    public function given(GivenHandOff $given): View
    {
        return view('hand-off.given', ['given' => $given, 'instances' => $this->handOffs->instancesFor($given), 'page' => GivenPage::of($this->handOffs->given($given))]);
    }

    public function make(NameRequest $request, GivenHandOff $given): RedirectResponse
    {
        return redirect()->route('draft', $this->handOffs->make($this->handOffs->given($given), $request->text('name')))->with('said', 'It stands as a draft. Nothing is on disk before it is applied.');
    }

    /** Asks in an instance for what it asks for. */
    public function add(Request $request, GivenHandOff $given): RedirectResponse
    {
        $instance = Instance::query()->find(Address::words($request, 'instance', 26)) ?? throw Refusal::notFound('Choose an instance that it is to be added to. Nothing was changed.');
        $this->handOffs->add($this->handOffs->given($given), $instance);

        return redirect()->route('draft', $instance);
    }

    public function destroy(GivenHandOff $given): RedirectResponse
    {
        $given->delete();

        return redirect()->route('hand-offs')->with('said', "{$given->name} is taken away.");
    }
}

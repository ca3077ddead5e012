<?php

declare(strict_types=1);

namespace App\Http\Sharing;

use App\Access\Access;
use App\Models\Instance;
use App\Packs\Sets\SharedSet;
use App\Packs\Sets\Sharing;
use App\Packs\Sets\Subscription;
use App\Packs\Sets\Subscriptions;
use App\Refusal\Refusal;
use App\View\Asked;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Pack\SetHead;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Sets that go on: shared from here, and those of others. */
final readonly class SetController
{
    public function __construct(private Sharing $sharing, private Subscriptions $subscriptions)
    {
    }

    public function share(CarriedRequest $request, Instance $instance): RedirectResponse
    {
        $this->sharing->share($instance, Asked::words($request, 'folder', 1000), $request->many('configs'), $request->many('passed'));

        return $this->back($instance)->with('said', 'It is shared. Give its address to whoever is to keep up with it.');
    }

    public function give(Request $request, Instance $instance): RedirectResponse
    {
        $set = $this->sharing->give($this->shared($instance), Asked::words($request, 'why', Limits::NOTES));

        return $this->back($instance)->with('said', 'State '.count($set->entries).' is given.');
    }

    public function byItself(Request $request, Instance $instance): RedirectResponse
    {
        $does = Asked::flag($request, 'does');
        $this->sharing->byItself($this->shared($instance), $does);

        return $this->back($instance)
            ->with('said', $does ? 'Each apply is given from now on.' : 'What is applied is given when you say so.');
    }

    public function stop(Instance $instance): RedirectResponse
    {
        $this->sharing->stop($this->shared($instance));

        return $this->back($instance)->with('said', 'It is not shared any more. Whoever has a state of it keeps that.');
    }

    /** The head or a state, to whoever has its address. */
    public function serve(string $token, string $file): BinaryFileResponse
    {
        $path = $this->sharing->file($token, $file) ?? throw Refusal::notFound('There is no such set.');

        return response()->file($path, ['Content-Type' => $file === SetHead::NAME ? 'application/json' : 'application/zip']);
    }

    public function subscribe(SubscribeRequest $request, Access $access): RedirectResponse
    {
        $one = $this->subscriptions->subscribe($request->place($access));

        return $this->list()->with('said', $one->latest() === 0 ? 'It is being read.' : "{$one->name} is subscribed to.");
    }

    public function read(Subscription $set): RedirectResponse
    {
        $this->subscriptions->begin($set);

        return $this->list()->with('said', "{$set->name} is being read.");
    }

    public function followByItself(Request $request, Subscription $set): RedirectResponse
    {
        $does = Asked::flag($request, 'does');
        $this->subscriptions->byItself($set, $does);

        return $this->list()
            ->with('said', $does ? 'What touches nothing of yours is applied by itself.' : 'You are told, and nothing is done.');
    }

    public function leave(Subscription $set): RedirectResponse
    {
        $this->subscriptions->leave($set);

        return $this->list()->with('said', "{$set->name} is left. What you have of it stays as it is.");
    }

    private function shared(Instance $instance): SharedSet
    {
        return $this->sharing->of($instance) ?? throw Refusal::conflict("{$instance->name} is not shared.");
    }

    private function back(Instance $instance): RedirectResponse
    {
        return redirect()->to(route('hand-off', $instance).'#set');
    }

    private function list(): RedirectResponse
    {
        return redirect()->to(route('hand-offs').'#sets');
    }
}

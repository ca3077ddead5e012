<?php

declare(strict_types=1);

namespace App\Http\Packs;

use App\Http\Forms\NameRequest;
use App\Models\Instance;
use App\Models\Instances;
use App\Models\PackRelease;
use App\Packs\DepotPack;
use App\Packs\FetchPack;
use App\Packs\Packing;
use App\Packs\Packs;
use App\Packs\PackTrials;
use App\Packs\PackWorlds;
use App\Packs\Publishing;
use App\Packs\PushPack;
use App\Packs\SigningKey;
use App\Refusal\Refusal;
use App\Sharing\CarriedFiles;
use App\View\Asked;
use App\View\Sharing\FoundPacks;
use App\View\Sharing\GivenPage;
use App\View\Sharing\PackingPage;
use App\View\Sharing\PackUpdatePage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Packs: made of instances, brought as files, and the instances of them. */
final readonly class PackController
{
    public function __construct(
        private Packs $packs,
        private Packing $packing,
        private CarriedFiles $files,
        private SigningKey $key,
        private PackWorlds $worlds,
    ) {
    }

    public function index(Request $request): View
    {
        return view('packs.index', [
            'found' => FoundPacks::of(Asked::words($request, 'q', 80)),
            'packs' => Packs::latest(),
        ]);
    }

    /** The depots' packs alone, while some are being fetched. */
    public function found(Request $request): Response
    {
        $found = FoundPacks::of(Asked::words($request, 'q', 80));

        return response()
            ->view('packs.found', ['found' => $found])
            ->header('X-Over', $found->waits() ? 'no' : 'yes');
    }

    public function fetch(DepotPack $found, FetchPack $fetch): RedirectResponse
    {
        $fetch->start($found);

        return redirect()->route('packs');
    }

    public function try(PackRelease $pack, PackTrials $trials): RedirectResponse
    {
        $trials->start($pack);

        return redirect()->route('packs.show', $pack);
    }

    public function publish(PublishRequest $request, PackRelease $pack, Publishing $publishing): RedirectResponse
    {
        return redirect()
            ->route('packs.show', $pack)
            ->with('said', $publishing->publish($pack, $request->text('folder'), $request->text('depot')));
    }

    public function push(PushRequest $request, PackRelease $pack, PushPack $push): RedirectResponse
    {
        $push->start($pack, $request->registry(), $request->text('repository'), $request->text('channel'));

        return redirect()
            ->route('packs.show', $pack)
            ->with('said', "{$pack->name} {$pack->version} is being pushed. It is listed under Packs once it is there.");
    }

    public function store(PackFileRequest $request): RedirectResponse
    {
        $file = $request->pack();

        return redirect()->route(
            'packs.show',
            $this->packs->receive($file->getPathname(), mb_strimwidth(mb_scrub($file->getClientOriginalName()), 0, 80, '…')),
        );
    }

    public function show(PackRelease $pack): View
    {
        $read = $this->packs->of($pack);

        return view('packs.show', [
            'pack' => $pack,
            'read' => $read,
            'signature' => $this->packs->signature($pack),
            'registries' => PushPack::registries(),
            'versions' => Packs::versions($pack),
            'page' => GivenPage::of($read->lineUp, $read->carried),
            'instances' => Instances::ofPack($pack->pack),
        ]);
    }

    public function file(PackRelease $pack): BinaryFileResponse
    {
        // A version may have what no name of a file can.
        $name = strtr("{$pack->pack}-{$pack->version}.pack.zip", ['/' => '-', '\\' => '-', '%' => '-']);

        return response()->download($this->packing->file($pack), $name)->deleteFileAfterSend();
    }

    public function picture(PackRelease $pack): BinaryFileResponse
    {
        return response()->file($this->packs->picture($pack) ?? throw Refusal::notFound('That pack has no picture.'), [
            'Content-Type' => 'image/png',
            'Cache-Control' => 'private, max-age=86400',
        ]);
    }

    public function make(NameRequest $request, PackRelease $pack): RedirectResponse
    {
        return redirect()
            ->route('draft', $this->packs->make($pack, $request->text('name')))
            ->with('said', 'It stands as a draft. Nothing is on disk before it is applied.');
    }

    public function destroy(PackRelease $pack): RedirectResponse
    {
        $pack->delete();

        return redirect()
            ->route('packs')
            ->with('said', "{$pack->name} {$pack->version} is taken away. Its instances stay as they are.");
    }

    /** An instance as a pack, and what it is of. */
    public function packing(Instance $instance): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);

        return view('packs.packing', [
            'instance' => $instance,
            'page' => new PackingPage(
                $instance,
                $this->packing->proposal($instance),
                $this->packs->releaseOf($instance),
                $this->packs->others($instance),
                $this->packs->published($instance),
                $this->files->of($instance),
                $this->packing->carriedBefore($instance),
                $this->key->fingerprint(),
                $this->worlds->of($instance),
            ),
        ]);
    }

    public function pack(PackRequest $request, Instance $instance): RedirectResponse
    {
        $instance->load('placed');

        return redirect()
            ->route(
                'packs.show',
                $this->packing->pack(
                    $instance,
                    $request->said(),
                    $request->many('configs'),
                    $request->many('passed'),
                    $request->picture(),
                    $request->boolean('signed'),
                    $request->many('worlds'),
                ),
            )
            ->with('said', 'The pack is made. Save its file to give it away.');
    }

    public function update(Request $request, Instance $instance): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $to = $this->to(Asked::words($request, 'to', 26));

        return view('packs.update', [
            'instance' => $instance,
            'signers' => $this->packs->signers($instance, $to),
            'page' => new PackUpdatePage(
                $to,
                $this->packs->releaseOf($instance),
                $this->packs->update($instance, $to),
                $this->packs->configs($instance, $to),
                $this->packs->worldsThatLose($instance, $to),
            ),
        ]);
    }

    public function take(PackUpdateRequest $request, Instance $instance): RedirectResponse
    {
        $this->packs->take($instance->load('placed'), $this->to($request->text('to')), $request->sides());

        return redirect()->route('draft', $instance);
    }

    private function to(string $id): PackRelease
    {
        return Packs::find($id) ?? throw Refusal::notFound('That release of the pack is not kept here any more.');
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Sharing;

use App\Http\Forms\NameRequest;
use App\Models\Instance;
use App\Models\Instances;
use App\Packs\Packs;
use App\Packs\Sets\Sharing;
use App\Packs\Sets\Subscriptions;
use App\Refusal\Refusal;
use App\Sharing\CarriedFiles;
use App\Sharing\Comparing;
use App\Sharing\GivenConfigs;
use App\Sharing\GivenHandOff;
use App\Sharing\HandOffs;
use App\Sharing\Inventories;
use App\Sharing\OutOfReach;
use App\Sharing\ServerFolder;
use App\Sharing\ServerHalf;
use App\Sharing\StarterGroup;
use App\Sharing\StarterGroups;
use App\View\Asked;
use App\View\Sharing\GivenPage;
use App\View\Sharing\HandOffPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Illuminate\View\View;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\HandOffDocument;
use Stasimon\Core\Share\Inventory\Forms;
use Stasimon\Core\Share\PackNamed;
use Stasimon\Core\Share\Secrets;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Instances that are given away, and what came from others. */
final readonly class HandOffController
{
    public function __construct(
        private HandOffs $handOffs,
        private Comparing $comparing,
        private ServerHalf $servers,
        private Packs $packs,
        private GivenConfigs $configs,
        private CarriedFiles $files,
        private Sharing $sets,
    ) {
    }

    public function show(Request $request, Instance $instance): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $group = Asked::words($request, 'group', 60);
        $pack = $this->packs->releaseOf($instance);
        $read = $group === '' ? $this->packs->usable($pack) : null;
        $there = $this->comparing->others($instance, Asked::words($request, 'beside'));

        return view('hand-off.page', [
            'instance' => $instance,
            'server' => $this->servers->of($instance),
            'serverHalf' => $this->servers->count($instance),
            'configs' => array_map(Secrets::in(...), $instance->applied_at === null ? [] : $this->configs->contents($instance)),
            'own' => $this->files->of($instance),
            'short' => OutOfReach::of($instance)->sentences(),
            'pack' => $pack,
            'set' => $this->sets->of($instance),
            'page' => new HandOffPage(
                $instance,
                $this->lineUp($instance, $group),
                $there,
                $there === [] ? [] : $this->comparing->between($instance, $there),
                $read === null ? null : new PackNamed($read->id, $read->version, $read->lineUp),
                $group,
            ),
        ]);
    }

    /** Has a server's half as its instance is, in all that keeps the two apart. */
    public function align(Instance $instance): RedirectResponse
    {
        $other = $this->servers->pairOf($instance->load(['placed', 'draft'])) ??
            throw Refusal::conflict('It has no other half that is applied. Nothing was changed.');
        $this->comparing->align($instance, $this->comparing->other($instance, $other->id));

        return redirect()
            ->route('draft', $instance)
            ->with('said', "As a draft, it is as {$other->name} is in all that keeps the two apart.");
    }

    /** All of an instance, or one of its groups. */
    private function lineUp(Instance $instance, string $group): HandOff
    {
        return $group === '' ? $this->handOffs->of($instance) : $this->handOffs->group($instance, $group);
    }

    public function document(Request $request, Instance $instance): Response
    {
        $given = $this->lineUp($instance->load(['placed', 'draft']), Asked::words($request, 'group', 60));

        return response(
            HandOffDocument::write($given),
            headers: [
                'Content-Type' => 'application/json',
                'Content-Disposition' => 'attachment; filename="'.(Str::slug($given->name) ?: 'instance').'.hand-off.json"',
            ],
        );
    }

    /** All that goes with it, as an archive. */
    public function archive(CarriedRequest $request, Instance $instance): BinaryFileResponse
    {
        $file = $this->handOffs->file(
            $instance->load(['placed', 'draft']),
            $request->many('configs'),
            $request->many('passed'),
            $request->saysLaunching(),
        );

        return response()
            ->download($file, (Str::slug($instance->name) ?: 'instance').'.hand-off.zip')
            ->deleteFileAfterSend();
    }

    private function received(HandOffRequest $request): GivenHandOff
    {
        $archive = $request->archive();

        if ($archive === null) {
            return $this->handOffs->receive($request->handOff());
        }
        $name = mb_strimwidth(mb_scrub($archive->getClientOriginalName()), 0, 80, '…');

        return $this->handOffs->receiveFile($archive->getPathname(), $name);
    }

    /** What is in it, as an open format lists it. */
    public function inventory(Instance $instance, string $form, Inventories $inventories): Response
    {
        $class = Forms::ALL[$form];
        $name = (Str::slug($instance->name) ?: 'instance').$class::ending();

        return response(
            (new $class())->write($inventories->of($instance->load('placed'))),
            headers: ['Content-Type' => $class::mediaType(), 'Content-Disposition' => "attachment; filename=\"{$name}\""],
        );
    }

    public function server(Instance $instance): RedirectResponse
    {
        return redirect()
            ->route('draft', $this->servers->make($instance->load(['placed', 'draft'])))
            ->with(
                'said',
                "It is the server's half of {$instance->name}, as a draft. Its configs are being copied; then apply it, and rehearse the ".
                    'two together.',
            );
    }

    /** The server's half, or any instance, as a folder that a machine without Stasimon can run. */
    public function folder(Instance $instance, ServerFolder $folder): BinaryFileResponse
    {
        $instance = $this->servers->of($instance) ?? $instance;

        return response()
            ->download($folder->archive($instance->load('placed')), (Str::slug($instance->name) ?: 'server').'.zip')
            ->deleteFileAfterSend();
    }

    /** Keeps a group for instances that are made later. */
    public function keepGroup(GroupRequest $request, Instance $instance, StarterGroups $starters): RedirectResponse
    {
        $starters->keep($instance->load(['placed', 'draft']), $request->group());

        return back()->with('said', "{$request->group()} is offered for new instances now.");
    }

    public function dropGroup(StarterGroup $starter): RedirectResponse
    {
        $starter->delete();

        return back()->with('said', "{$starter->name} is offered no more.");
    }

    /** Puts one more beside it: what was pasted, dropped, or chosen. */
    public function beside(HandOffRequest $request, Instance $instance): RedirectResponse
    {
        $beside = array_filter(explode(',', Asked::words($request, 'beside')));
        count($beside) < Comparing::MOST ||
            throw Refusal::unusable('An instance can be put beside '.Comparing::MOST.' others at once. Leave one of them out first.');

        return redirect()->route('hand-off', [
            'instance' => $instance,
            'beside' => implode(
                ',',
                array_unique([...$beside, $request->other() !== '' ? $request->other() : $this->received($request)->id]),
            ),
        ]);
    }

    public function take(TakeRequest $request, Instance $instance): RedirectResponse
    {
        $there = $this->comparing->other($instance, $request->text('from'));
        $instance->load('placed');
        match (true) {
            $request->text('id') !== '' => $this->comparing->take($instance, $there, $request->text('id')),
            $request->text('config') !== '' => $this->comparing->takeConfig($instance, $there, $request->text('config')),
            default => $this->comparing->takeAll($instance, $there),
        };
        $this->handOffs->broughtTo($instance, $request->text('from'));
        $isOne = $request->text('id').$request->text('config') !== '';

        return ! $isOne
            ? redirect()->route('draft', $instance)
            : redirect()
                ->route('hand-off', ['instance' => $instance, 'beside' => Asked::words($request, 'beside') ?: $request->text('from')])
                ->with('said', 'It is in the draft.');
    }

    public function index(Subscriptions $subscriptions): View
    {
        return view('hand-off.index', [
            'given' => HandOffs::latest(),
            'sets' => $subscriptions->all(),
            'of' => $subscriptions->instances(...),
        ]);
    }

    public function store(HandOffRequest $request): RedirectResponse
    {
        return redirect()->route('hand-offs.show', $this->received($request));
    }

    public function given(GivenHandOff $given): View
    {
        return view('hand-off.given', [
            'given' => $given,
            'instances' => $this->handOffs->instancesFor($given),
            'made' => $this->handOffs->madeOf($given),
            'page' => GivenPage::of($this->handOffs->given($given), $this->handOffs->carried($given)),
        ]);
    }

    public function make(NameRequest $request, GivenHandOff $given): RedirectResponse
    {
        $made = $this->handOffs->make(
            $this->handOffs->given($given),
            $request->text('name'),
            $this->handOffs->carried($given),
            $request->boolean('launching'),
        );
        $this->handOffs->broughtTo($made, $given->id);

        return redirect()
            ->route('draft', $made)
            ->with('said', 'It stands as a draft. Nothing is on disk before it is applied.');
    }

    /** Shows what would change in an instance to have it as this is. */
    public function bring(Request $request, GivenHandOff $given): RedirectResponse
    {
        $instance =
            Instances::find(Asked::words($request, 'instance', 26)) ??
            throw Refusal::notFound('Choose an instance that it is to be put beside. Nothing was changed.');

        return redirect()->route('hand-off', ['instance' => $instance, 'beside' => $given->id]);
    }

    /** Asks in an instance for what it asks for. */
    public function add(Request $request, GivenHandOff $given): RedirectResponse
    {
        $instance =
            Instances::find(Asked::words($request, 'instance', 26)) ??
            throw Refusal::notFound('Choose an instance that it is to be added to. Nothing was changed.');
        $this->handOffs->add($this->handOffs->given($given), $instance, $this->handOffs->carried($given));

        return redirect()->route('draft', $instance);
    }

    /** Keeps what it asks for, to be offered for instances that are made later. */
    public function keep(GivenHandOff $given, StarterGroups $starters): RedirectResponse
    {
        $kept = $starters->keepGiven($this->handOffs->given($given));

        return redirect()
            ->route('hand-offs.show', $given)
            ->with('said', "{$kept->name} is offered for new instances now.");
    }

    public function destroy(GivenHandOff $given): RedirectResponse
    {
        $given->delete();

        return redirect()
            ->route('hand-offs')
            ->with('said', "{$given->name} is taken away.");
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Configs;

use App\Configs\Config;
use App\Configs\ConfigList;
use App\Configs\ConfigSteps;
use App\Models\Instance;
use App\Models\Instances;
use App\Refusal\Refusal;
use App\View\Asked;
use App\View\Configs\ConfigPage;
use App\View\Configs\ConfigSearchPage;
use App\View\Configs\ConfigsPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;
use Stasimon\Core\Config\ConfigSyntax;

/** The configs of an instance: looked at, written, searched; each change is a step of the draft. */
final readonly class ConfigController
{
    public function __construct(private ConfigList $list, private ConfigSteps $steps)
    {
    }

    public function index(Request $request, Instance $instance): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $page = new ConfigsPage(
            $instance,
            $this->list->of($instance),
            Asked::words($request, 'q', 80),
            Asked::words($request, 'only', 10),
            $this->list->away($instance),
            $this->list->unread($instance),
        );

        return view('configs.page', ['instance' => $instance, 'page' => $page]);
    }

    public function show(Request $request, Instance $instance): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $config = $this->known($instance, Asked::words($request, 'path', 1_000));
        $others = $this->steps->others($instance, $config->path);
        $with = Asked::words($request, 'with', 60);
        $with = isset($others[$with]) ? $with : (string) array_key_first($others);

        $text = $this->list->text($instance, $config->path);
        $other = $with === '' ? null : $this->steps->other($instance, $config->path, $with);

        return view('configs.edit', [
            'instance' => $instance,
            'page' => new ConfigPage($config, $text, $others, $with, $other, hash('sha256', $text)),
        ]);
    }

    /** What is wrong with a text, as it is written. */
    public function check(ConfigRequest $request, Instance $instance): View
    {
        $syntax = ConfigSyntax::ofPath($request->text('path'));
        $now = $this->list->text($instance->load(['placed', 'draft']), $request->text('path'));
        try {
            $bytes = $request->content($now);
        } catch (Refusal $refusal) {
            return view('configs.wrong', ['unwritable' => $refusal->getMessage(), 'wrong' => null, 'syntax' => null]);
        }

        return view('configs.wrong', ['wrong' => $syntax?->wrong($bytes), 'syntax' => $syntax]);
    }

    /** Puts a text into the draft; where the config is another one by now than the text was made of, both are shown, and one chooses. */
    public function write(ConfigRequest $request, Instance $instance): RedirectResponse|Response
    {
        $config = $this->known($instance->load(['placed', 'draft', 'lastRehearsal']), $request->text('path'));
        $now = $this->list->text($instance, $config->path);
        if (hash('sha256', $now) !== $request->text('sha256')) {
            $page = new ConfigPage(
                $config,
                $now,
                ['now' => 'as it is now'],
                'now',
                $now,
                hash('sha256', $now),
                yours: $request->text('body'),
            );

            return response()->view('configs.edit', ['instance' => $instance, 'page' => $page], 409);
        }
        try {
            $text = $request->content($now);
        } catch (Refusal $refusal) {
            return back()
                ->withInput()
                ->withErrors(['body' => $refusal->getMessage().' Leave it out, or have it written in UTF-8. Nothing was changed.']);
        }
        $this->steps->write($instance, [$config->path => $text], $request->seen());

        return redirect()
            ->route('configs.edit', ['instance' => $instance, 'path' => $config->path])
            ->with('said', "{$config->path} is in the draft. Apply it to have it on disk.");
    }

    public function takeBack(ConfigRequest $request, Instance $instance): RedirectResponse
    {
        $config = $this->known($instance->load(['placed', 'draft']), $request->text('path'));
        $this->steps->takeBack($instance, $config->path, $request->text('with'), $request->place(), $request->text('sha256'));

        return redirect()
            ->route('configs.edit', ['instance' => $instance, 'path' => $config->path, 'with' => $request->text('with')])
            ->with('said', 'It is in the draft.');
    }

    /** Lines with some words, and what would be in their place. */
    public function search(Request $request, Instance $instance): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $words = mb_scrub(Asked::words($request, 'words', 200));
        $with = $request->has('put') ? mb_scrub(Asked::words($request, 'put', 200)) : null;
        $exactly = Asked::flag($request, 'exactly');

        return view('configs.search', [
            'instance' => $instance,
            'page' => new ConfigSearchPage($this->list->texts($instance), $words, $with, $exactly),
        ]);
    }

    public function replace(ReplaceRequest $request, Instance $instance): RedirectResponse
    {
        $this->steps->replace(
            $instance->load(['placed', 'draft']),
            $request->text('words'),
            $request->text('put'),
            $request->boolean('exactly'),
            $request->paths(),
        );

        return redirect()->route('draft', $instance)->with('said', 'It is in the draft. Step back takes all of it back at once.');
    }

    /** Has another instance use some of them, or puts some away. */
    public function several(ConfigsRequest $request, Instance $instance): RedirectResponse
    {
        $instance->load(['placed', 'draft']);
        if ($request->text('to') === '') {
            $known = array_intersect($request->paths(), array_map(strval(...), array_keys($this->list->of($instance))));
            $known !== [] || throw Refusal::unusable('Nothing was marked, so nothing was changed.');
            $this->steps->write($instance, array_fill_keys($known, null));

            return redirect()
                ->route('configs', $instance)
                ->with('said', 'In the draft they are put away under other names, and can be had back.');
        }
        $to = Instances::find($request->text('to'), ['placed', 'draft']);
        $to ?? throw Refusal::notFound('That instance is not here any more. Nothing was copied.');
        $this->steps->copy($instance, $to, $request->paths());

        return redirect()
            ->route('draft', $to)
            ->with('said', "In the draft of {$to->name} they are as in {$instance->name}.");
    }

    private function known(Instance $instance, string $path): Config
    {
        return $this->list->of($instance)[$path] ??
            throw Refusal::notFound('There is no config of that name here any more, or it has more than 1 MB.');
    }
}

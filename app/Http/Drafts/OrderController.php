<?php

declare(strict_types=1);

namespace App\Http\Drafts;

use App\Disk\MergedArchives;
use App\Models\Instance;
use App\Orders\OrderLists;
use App\Orders\OrderSteps;
use App\Orders\SeenContent;
use App\Refusal\Refusal;
use App\View\Asked;
use App\View\LineUp\OrderPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;
use Stasimon\Core\Merge\MergeDifference;
use Stasimon\Core\Plan\Rule;

/** Lists of an instance whose order counts: what wins, what loses, and why. */
final readonly class OrderController
{
    /** Paths that are shown of two archives. */
    private const SHOWN = 1_000;

    public function __construct(private OrderLists $lists, private OrderSteps $steps)
    {
    }

    public function index(Request $request, Instance $instance): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $lists = $this->lists->of($instance);
        $page = new OrderPage(
            $instance,
            $lists,
            $this->lists->names($instance),
            Asked::words($request, 'list', 40),
            Asked::words($request, 'of', 100),
            Asked::words($request, 'q', 100),
            Asked::words($request, 'path', 1_000),
        );
        $sides = [];
        foreach ($page->sides() as $id) {
            try {
                $sides[$id] = $this->lists->content(
                    $instance,
                    $page->list ?? throw Refusal::notFound('There is no such list.'),
                    $page->path,
                    $id,
                );
            } catch (Refusal $refusal) {
                $sides[$id] = $refusal;
            }
        }

        return view('order.page', [
            'instance' => $instance,
            'said' => $this->lists->said($instance),
            'problem' => $this->lists->problem($instance),
            'page' => $page->showing($sides),
        ]);
    }

    public function move(OrderRequest $request, Instance $instance): RedirectResponse
    {
        $instance->load(['placed', 'draft']);
        [$way, $id] = [...explode(' ', $request->text('move'), 2), ''];
        $said =
            $request->ids() === []
                ? $this->steps->move($instance, $request->text('list'), $id, $way === 'up')
                : $this->steps->arrange($instance, $request->text('list'), $request->ids(), $request->seen());

        return redirect()
            ->route('order', ['instance' => $instance, 'list' => $request->text('list')])
            ->with('said', $said);
    }

    public function rule(RuleRequest $request, Instance $instance): RedirectResponse
    {
        $instance->load(['placed', 'draft']);
        $request->isTakenBack()
            ? $this->steps->unrule($instance, $request->text('first'), $request->text('then'))
            : $this->steps->rule(
                $instance,
                new Rule($request->text('first'), $request->text('then'), trim($request->text('why'))),
                $request->seen(),
            );

        return redirect()
            ->route('order', ['instance' => $instance, 'list' => $request->text('list')])
            ->with('said', 'It is in the draft.');
    }

    /** The merged archive beside the game's own, or beside what it was. */
    public function merged(Request $request, Instance $instance, MergedArchives $archives): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $others = $archives->others($instance);
        $beside = Asked::words($request, 'beside', 20) ?: 'game';
        $all = $archives->differences($instance, $beside);
        $shown = array_slice($all, 0, self::SHOWN);
        $said =
            $all === []
                ? 'Nothing differs.'
                : count($all).
                    (count($all) === 1 ? ' path differs.' : ' paths differ.').
                    (count($all) > count($shown) ? ' The first '.self::SHOWN.' are shown.' : '');

        return view('order.merged', [
            'instance' => $instance,
            'others' => $others,
            'beside' => $beside,
            'differences' => $shown,
            'said' => $said,
            'from' => $this->lists->bringersOf($instance, array_map(fn (MergeDifference $one): string => $one->path, $shown)),
        ]);
    }

    /** One side of a contested path, where it is a picture or a sound. */
    public function side(Request $request, Instance $instance): Response
    {
        $list =
            $this->lists->of($instance->load(['placed', 'draft']))[Asked::words($request, 'list', 40)] ??
            throw Refusal::notFound('There is no such list.');
        $content = $this->lists->content($instance, $list, Asked::words($request, 'path', 1_000), Asked::words($request, 'of', 100));

        return response(
            $content,
            headers: ['Content-Type' => SeenContent::type($content) ?? throw Refusal::notFound('That is neither a picture nor a sound.')],
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Disk\ApplyDraft;
use App\Drafts\Steps\Steps;
use App\Drafts\Steps\UpdateThem;
use App\Models\Instance;
use App\Models\Instances;
use App\Refusal\Refusal;
use App\View\Updates\UpdatesPage;
use Closure;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;

/** Newer releases of all instances at once: drafted first, then applied. */
final class UpdatesController
{
    public function show(UpdatesPage $page): View
    {
        return view('updates.page', ['rows' => $page->rows()]);
    }

    /** Has the drafts of those that are marked take every release that fits. */
    public function draft(UpdatesRequest $request, Steps $steps): RedirectResponse
    {
        return self::each(
            $request,
            'drafted',
            fn (Instance $instance): mixed => $steps->take($instance, new UpdateThem([]), $request->seen($instance->id)),
        );
    }

    /** Applies the drafts of those that are marked, as they were seen. */
    public function apply(UpdatesRequest $request, ApplyDraft $applying): RedirectResponse
    {
        return self::each(
            $request,
            'being applied; each is told of here when it is done',
            fn (Instance $instance): mixed => $applying->start($instance, $request->seen($instance->id)),
        );
    }

    /**
     * Does the same for each; what could not be done for one is said, and concerns no other.
     *
     * @param  Closure(Instance): mixed  $do
     */
    private static function each(UpdatesRequest $request, string $done, Closure $do): RedirectResponse
    {
        $count = 0;
        $not = [];
        foreach ($request->ids() as $id) {
            $instance = Instances::find($id, ['draft', 'placed', 'lastRehearsal', 'watch']);
            try {
                $instance ?? throw Refusal::notFound('One of them is not here any more.');
                $do($instance);
                $count++;
            } catch (Refusal $refusal) {
                $not[] = ($instance === null ? '' : "{$instance->name}: ").$refusal->getMessage();
            }
        }
        $said = $count === 0 ? 'None could be changed.' : ($count === 1 ? "One instance is {$done}." : "{$count} instances are {$done}.");

        return redirect()
            ->route('updates')
            ->with('said', trim("{$said} ".implode(' ', array_slice($not, 0, 3))));
    }
}

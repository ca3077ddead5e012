<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Disk\ApplyDraft;
use App\Drafts\Steps\Steps;
use App\Drafts\Steps\UpdateThem;
use App\Http\Forms\EachInstance;
use App\Http\Forms\InstancesRequest;
use App\Models\Instance;
use Illuminate\Http\RedirectResponse;

/** Newer releases of all instances at once: drafted first, then applied. */
final class UpdatesController
{
    /** Has the drafts of those that are marked take every release that fits. */
    public function draft(InstancesRequest $request, Steps $steps): RedirectResponse
    {
        $said = EachInstance::of(
            $request->ids(),
            'drafted',
            fn (Instance $instance): mixed => $steps->take($instance, new UpdateThem([]), $request->seen($instance->id)),
        );

        return redirect()->route('updates')->with('said', $said);
    }

    /** Applies the drafts of those that are marked, as they were seen. */
    public function apply(InstancesRequest $request, ApplyDraft $applying): RedirectResponse
    {
        $said = EachInstance::of(
            $request->ids(),
            'being applied; each is told of here when it is done',
            fn (Instance $instance): mixed => $applying->start($instance, $request->seen($instance->id)),
        );

        return redirect()->back(fallback: route('updates'))->with('said', $said);
    }
}

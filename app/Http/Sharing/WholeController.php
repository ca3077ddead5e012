<?php

declare(strict_types=1);

namespace App\Http\Sharing;

use App\Models\Instance;
use App\Refusal\Refusal;
use App\Sharing\Whole\Whole;
use App\Sharing\Whole\Wholes;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Instances that are kept whole, each as one archive. */
final readonly class WholeController
{
    public function __construct(private Wholes $wholes)
    {
    }

    public function keep(WholeRequest $request, Instance $instance): RedirectResponse
    {
        $this->wholes->keep($instance, $request->name());

        return redirect()
            ->route('about', $instance)
            ->withFragment('whole')
            ->with('said', "All of {$instance->name} is being kept. Its archive stands here when it is whole.");
    }

    /** Takes in one that was kept elsewhere, and makes an instance of it. */
    public function receive(WholeFileRequest $request): RedirectResponse
    {
        $this->wholes->receive($request->archive(), $request->fileName(), $request->name());

        return redirect()
            ->route('work')
            ->with('said', "{$request->name()} is being made. It stands on the first page, as a draft.");
    }

    public function restore(WholeRequest $request, Whole $whole): RedirectResponse
    {
        $name = $request->name() === '' ? $whole->name : $request->name();
        $this->wholes->restore($whole, $name);

        return redirect()
            ->route('work')
            ->with('said', "{$name} is being made of what was kept. It stands on the first page, as a draft.");
    }

    public function save(Whole $whole): BinaryFileResponse
    {
        is_file($whole->path()) || throw Refusal::notFound('The archive of that instance is not here any more.');

        return response()
            ->download($whole->path(), (Str::slug($whole->name) ?: 'instance').'.whole.zip', ['Cache-Control' => 'no-store'])
            ->setPrivate();
    }

    public function destroy(Whole $whole): RedirectResponse
    {
        $this->wholes->remove($whole);

        return redirect()
            ->back(fallback: route('imports'))
            ->with('said', "{$whole->name} is not kept any more.");
    }
}

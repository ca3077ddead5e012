<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Drafts\Drafting;
use App\Drafts\LineUps;
use App\Http\Forms\PlainRequest;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Shelf\ShelfFile;
use App\Shelf\Stray;
use App\Shelf\Strays;
use App\Work\Tasks;
use Illuminate\Http\RedirectResponse;
use Stasimon\Core\Plan\Plan;

/** What lies in an instance's folder and was not laid: taken in, taken out, or left. */
final readonly class StrayController
{
    public function __construct(private Strays $strays, private Drafting $drafting)
    {
    }

    /** Asks for each as what it is; one that does not say leads to the shelf, where a person says it. */
    public function takeIn(StraysRequest $request, Instance $instance, LineUps $lineUps): RedirectResponse
    {
        Tasks::refuseWhilePlayed($instance);
        $taken = $asking = [];
        foreach ($this->all($request, $instance) as $stray) {
            $asks = $this->strays->takeIn($instance, $stray);
            $asks === null ? ($taken[] = $stray) : ($asking[] = $asks);
        }
        if ($taken !== []) {
            $catalogue = $lineUps->catalogue($instance->load(['placed', 'draft']));
            $range = fn (Stray $stray): string => $catalogue->package($stray->package())?->exactly((string) $stray->found?->version()) ??
                '*';
            $this->drafting->step(
                $instance,
                fn (Plan $plan): Plan => array_reduce(
                    $taken,
                    fn (Plan $plan, Stray $stray): Plan => $this->strays->taken($plan, $stray, $range($stray)),
                    $plan,
                ),
                $request->seen(),
            );
        }
        $names = implode(', ', array_map(fn (ShelfFile $file): string => $file->name, $asking));

        return $asking === []
            ? redirect()->route('draft', $instance)
            : redirect()
                ->route('instances.shelf', $instance)
                ->with(
                    'said',
                    "{$names} ".
                        (count($asking) === 1 ? 'does' : 'do').
                        ' not say what '.
                        (count($asking) === 1 ? 'it is' : 'they are').
                        '. Say it here, then add '.
                        (count($asking) === 1 ? 'it' : 'them').
                        '.',
                );
    }

    public function takeOut(StraysRequest $request, Instance $instance): RedirectResponse
    {
        $paths = array_map(fn (Stray $stray): string => $stray->path, $this->all($request, $instance));
        $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->takingOut(...$paths), $request->seen());

        return redirect()->route('draft', $instance);
    }

    public function leave(StraysRequest $request, Instance $instance): RedirectResponse
    {
        foreach ($this->all($request, $instance) as $stray) {
            $this->strays->leave($instance, $stray->key);
        }

        return redirect()->back(fallback: route('files', $instance))->with('said', 'It stays as it is, and is told again when it changes.');
    }

    /** Lays everything as it came, with what was put beside it in the bin: the folder is what the line-up says then. */
    public function anew(PlainRequest $request, Instance $instance): RedirectResponse
    {
        $paths = array_map(fn (Stray $stray): string => $stray->path, $this->strays->of($instance));
        $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->puttingBack()->takingOut(...$paths), $request->seen());

        return redirect()->route('draft', $instance);
    }

    /** Takes a step of the draft back by which something was to be taken out. */
    public function leaveIn(StrayRequest $request, Instance $instance): RedirectResponse
    {
        $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->leavingIn($request->text('key')), $request->seen());

        return redirect()->route('draft', $instance);
    }

    /** @return list<Stray> */
    private function all(StraysRequest $request, Instance $instance): array
    {
        $asked = array_fill_keys($request->keys(), true);
        $found = array_values(array_filter($this->strays->of($instance), fn (Stray $stray): bool => isset($asked[$stray->key])));

        return count($found) === count($asked)
            ? $found
            : throw Refusal::conflict('Not all of these files are there any more. Nothing was changed; load the page again.');
    }
}

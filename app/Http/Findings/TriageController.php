<?php

declare(strict_types=1);

namespace App\Http\Findings;

use App\Findings\Aside;
use App\Findings\Asides;
use App\Findings\Everywhere;
use App\Findings\Remedy;
use App\Findings\Remedying;
use App\Findings\Shared;
use App\Http\Forms\EachInstance;
use App\Models\Instance;
use App\Refusal\Refusal;
use Illuminate\Http\RedirectResponse;

/** What is found in all instances, dealt with at once: as one draft an instance, or set aside. */
final class TriageController
{
    /** Puts what helps against each that is marked into the drafts of the instances that it is found in. */
    public function draft(MarkedFindings $request, Everywhere $everywhere, Remedying $remedying): RedirectResponse
    {
        $remedies = [];
        foreach ($everywhere->marked($request->ids()) as $shared) {
            foreach ($shared->aside === null ? $shared->instances : [] as $id => $instance) {
                $remedy = $shared->remedy($instance);
                $remedy === null || ($remedies[$id][] = $remedy);
            }
        }
        $remedies === [] && throw Refusal::conflict('For none of what is marked is anything known that a draft could do.');
        $said = EachInstance::of(
            array_map(strval(...), array_keys($remedies)),
            'drafted',
            function (Instance $instance) use ($remedies, $remedying, $request): void {
                /** @var non-empty-list<Remedy> $those */
                $those = $remedies[$instance->id];
                $remedying->draft($instance, $those, $request->seen($instance->id));
            },
        );

        return redirect()->back(fallback: route('findings'))->with('said', "{$said} Nothing on disk has changed yet.");
    }

    public function aside(MarkedFindings $request, Everywhere $everywhere, Asides $asides): RedirectResponse
    {
        $marked = $everywhere->marked($request->ids());
        $set = array_filter(array_map(fn (Shared $one): ?Aside => $this->set($one, $request, $asides), $marked));
        $set === [] && throw Refusal::conflict('What is marked is about no package. Set it aside as it is.');
        $everywhere->tidy();
        $spans = array_values(array_unique(array_map(fn (Aside $one): string => $one->span(), $set)));
        $undo = route('findings.heed-many', ['asides' => array_map(fn (Aside $one): int => $one->id, $set)]);

        return redirect()
            ->back(fallback: route('findings'))
            ->with('said', (count($set) === 1 ? 'It is set aside ' : count($set).' are set aside ').implode(', or ', $spans).'.')
            ->with('undo', ['Heed them again', $undo]);
    }

    private function set(Shared $shared, MarkedFindings $request, Asides $asides): ?Aside
    {
        $finding = $shared->finding;

        return match ($request->what()) {
            'kind' => $finding->kind === '' ? null : $asides->set(null, ['kind' => $finding->kind], $finding->kind, $request->days()),
            'package' => $finding->package === null
                ? null
                : $asides->set(null, ['package_id' => $finding->package], "what is found about {$finding->package}", $request->days()),
            default => $asides->set(null, ['finding' => $finding->key()], $finding->title, $request->days()),
        };
    }

    public function heed(HeedRequest $request, Asides $asides): RedirectResponse
    {
        $asides->takeBack($request->ids());

        return redirect()->back(fallback: route('findings'))->with('said', 'It is told again.');
    }
}

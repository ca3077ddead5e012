<?php

declare(strict_types=1);

namespace App\Instances;

use App\Games;
use App\Models\Instance;
use App\Models\PlacedRelease;
use App\Rehearsals\Reading;
use Stasimon\Core\Resolve\Waiver;

/** What is true about an instance as it is applied. */
final readonly class Findings
{
    public function __construct(private Games $games, private Drafting $drafting, private Reading $reading)
    {
    }

    /** @return list<Finding> most serious first */
    public function of(Instance $instance): array
    {
        $findings = [...$this->missingFiles($instance), ...$this->failedRehearsal($instance), ...$this->waivers($instance), ...$this->build($instance)];
        usort($findings, fn (Finding $a, Finding $b): int => array_search($a->level, Level::cases(), true) <=> array_search($b->level, Level::cases(), true));

        return $findings;
    }

    /** @return list<Finding> */
    private function missingFiles(Instance $instance): array
    {
        if ($instance->applied_at === null) {
            return [];
        }
        $folder = new Folder($instance);
        $gone = $instance->placed->filter(fn (PlacedRelease $placed): bool => $placed->path !== null && ! is_file($folder->live($placed->path)));

        return $gone->map(fn (PlacedRelease $placed): Finding => new Finding(
            Level::Stops,
            "The file of {$placed->name} is gone",
            "{$placed->path} was there when the draft was applied and is not in the folder now. Whatever needs {$placed->name} will not start.",
            $placed->package_id,
            [self::remedy('Put it back', 'no other change', "/instances/{$instance->id}/draft/put-back")],
        ))->values()->all();
    }

    /** @return list<Finding> */
    private function failedRehearsal(Instance $instance): array
    {
        $rehearsal = $instance->lastRehearsal;
        if ($rehearsal === null || $rehearsal->state !== 'failed' || ($instance->applied_at !== null && $instance->applied_at > $rehearsal->created_at)) {
            return [];
        }
        $rehearsal->setRelation('instance', $instance);
        $findings = [];
        foreach ($this->reading->findings($rehearsal, $this->reading->lines($rehearsal)) as $read) {
            $remedies = [];
            foreach ($read['remedies'] as $key => $remedy) {
                $remedies[] = self::remedy($remedy['text'], 'as a draft', "/instances/{$instance->id}/rehearsals/{$rehearsal->number}/remedy", ['remedy' => (string) $key]);
            }
            $findings[] = new Finding(Level::Stops, "Rehearsal {$rehearsal->number} stopped", $read['sentence'], $read['diagnosis']->get('package') ?: null, $remedies);
        }

        return $findings !== [] ? $findings : [new Finding(
            Level::Stops, "Rehearsal {$rehearsal->number} stopped",
            "It ended with exit code {$rehearsal->exit_code}, and its log names no cause that is known here. Read the log from its first error.",
        )];
    }

    /** @return list<Finding> */
    private function waivers(Instance $instance): array
    {
        $catalogue = $this->drafting->catalogue($instance);
        $title = fn (string $id): string => $catalogue->package($id)?->title() ?? $id;

        return array_map(fn (Waiver $waiver): Finding => new Finding(
            Level::Look,
            "A limit of {$title($waiver->id)} {$waiver->version} is waived",
            $waiver->relation === 'needs'
                ? "{$title($waiver->id)} {$waiver->version} asks for another {$title($waiver->target)} than is here, and that is disregarded."
                : "{$title($waiver->id)} {$waiver->version} says it cannot stand with {$title($waiver->target)}, and that is disregarded.",
            $waiver->id,
            [self::remedy('Heed it again', 'as a draft', "/instances/{$instance->id}/draft/heed", ['id' => $waiver->id, 'relation' => $waiver->relation, 'target' => $waiver->target])],
        ), $instance->plan->waivers);
    }

    /** @return list<Finding> */
    private function build(Instance $instance): array
    {
        $plan = $instance->plan;
        $bases = new Bases($this->games->get($plan->game), $this->drafting->catalogue($instance));
        $builds = $bases->builds($plan->gameVersion)[$plan->loader] ?? [];
        $recommended = array_filter($builds, fn ($build): bool => $build->recommended);

        return $recommended !== [] || $builds === [] ? [] : [new Finding(
            Level::Look,
            "No build of {$bases->title($plan->loader)} is recommended yet",
            "{$bases->game->name} {$plan->gameVersion} is new. {$plan->loaderVersion} is what there is, and it may still have faults.",
            $plan->loader,
        )];
    }

    /**
     * @param  array<string, string>  $fields
     * @return array{label: string, effect: string, action: string, fields: array<string, string>}
     */
    public static function remedy(string $label, string $effect, string $action, array $fields = []): array
    {
        return ['label' => $label, 'effect' => $effect, 'action' => $action, 'fields' => $fields];
    }
}

<?php

declare(strict_types=1);

namespace App\Findings;

use App\Depots\Catalogue\DepotCatalogue;
use App\Models\Instance;
use App\Work\Allowance;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Resolve\Policy;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Search\Stopped;

/** Newer releases of what a line-up holds, and which of them fit. */
final readonly class Updates
{
    public function __construct(private Allowance $allowance)
    {
    }

    /**
     * @return array<string, AvailableUpdate> by package id; only what has a newer release
     *
     * @throws Stopped when there is no time to find out
     */
    public function of(Instance $instance, DepotCatalogue $catalogue): array
    {
        $plan = $instance->plan->applied();
        $have = $instance->versions();
        $request = $plan->request($catalogue, $catalogue->game, [])->by(Policy::Newest);
        $catalogue->load([...array_map(fn ($want): string => $want->id, $request->want), ...array_map(strval(...), array_keys($have))]);
        $newer = [];
        foreach ($have as $id => $version) {
            $package = in_array((string) $id, $plan->base->packages(), true) ? null : $catalogue->package((string) $id);
            $newest = $package === null ? null : self::newest($package, $plan->channels[$id] ?? Channel::Stable);
            if ($package !== null && $newest !== null && $package->positionOf($newest) > $package->positionOf($version)) {
                $newer[(string) $id] = $newest;
            }
        }
        if ($newer === []) {
            return [];
        }
        $answer = (new Resolver($catalogue, $this->allowance))->resolve($request);
        $fitting = $answer instanceof Refused ? [] : $answer->versions();
        $updates = [];
        foreach ($newer as $id => $newest) {
            $package = $catalogue->package($id);
            $fits = isset($fitting[$id]) && $package?->positionOf($fitting[$id]) > $package?->positionOf($have[$id]) ? $fitting[$id] : null;
            $updates[$id] = new AvailableUpdate($id, $have[$id], $newest, $fits);
        }

        return $updates;
    }

    private static function newest(Package $package, Channel $channel): ?string
    {
        $allowed = $package->allowed($channel)->positions();

        return $allowed === [] ? null : $package->releases[max($allowed)]->version;
    }
}

<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Depots\PackageRow;
use App\Drafts\Drafting;
use App\Models\Instance;
use App\Moving\CopyOwn;
use App\Refusal\Refusal;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;

/** The server's half of an instance: an instance of its own without what is for clients alone. */
final readonly class ServerHalf
{
    public function __construct(private HandOffs $handOffs, private Drafting $drafting, private CopyOwn $copy)
    {
    }

    /** @return array{int, int} how many of an instance's releases a server needs, and how many there are */
    public function count(Instance $instance): array
    {
        $releases = $this->handOffs->of($instance)->releases;

        return [count(array_diff_key($releases, $this->forClients($instance, array_keys($releases)))), count($releases)];
    }

    public function of(Instance $instance): ?Instance
    {
        return Instance::query()->with('lastRehearsal')->where('serves', $instance->id)->first();
    }

    /** The other one of an instance and its server's half, as far as both are applied. */
    public function pairOf(Instance $instance): ?Instance
    {
        $other = $instance->serves ?? $instance->served_by;

        return $other === null || $instance->applied_at === null
            ? null
            : Instance::query()->with(['placed', 'draft'])->whereNotNull('applied_at')->whereNull('put_away_at')->find($other);
    }

    /** Makes it as a draft, release by release as the instance has them, with its configs. */
    public function make(Instance $instance): Instance
    {
        if ($instance->applied_at === null) {
            throw Refusal::conflict('Nothing is applied yet, so there is nothing that a server could have of it.');
        }
        if ($this->of($instance) !== null) {
            throw Refusal::conflict(
                "{$instance->name} has a server's half already. Remove that one first, or change it like any other instance.",
            );
        }
        $plan = $instance->plan;
        $releases = $this->handOffs->of($instance)->releases;
        $clients = $this->forClients($instance, array_keys($releases));
        $kept =
            [
                $plan->base->game => $plan->base->gameVersion,
                $plan->base->loader => $plan->base->loaderVersion,
                $plan->base->runtime => $plan->base->runtimeVersion,
            ] + array_diff_key($releases, $clients);
        $server = Instance::query()->create([
            'name' => mb_substr($instance->name, 0, Limits::NAME - 10).', server',
            'plan' => new Plan($plan->base),
            'serves' => $instance->id,
        ]);
        $instance->update(['served_by' => $server->id]);
        $this->drafting->step(
            $server,
            fn (): Plan => (new Plan(
                $plan->base,
                array_values(array_filter($plan->wants, fn (Want $want): bool => ! isset($clients[$want->id]))),
                [],
                array_diff_key($plan->channels, $clients),
                array_values(array_filter($plan->waivers, fn (Waiver $waiver): bool => ! isset($clients[$waiver->id]))),
                $plan->waiverNotes,
                array_values(array_filter($plan->order, fn (string $id): bool => ! isset($clients[$id]))),
            ))->keepingTo($kept),
        );
        $this->copy->start($instance, $server, []);

        return $server;
    }

    /**
     * @param  list<string|int>  $ids
     * @return array<string, true> of these, what is for clients alone
     */
    private function forClients(Instance $instance, array $ids): array
    {
        $sides = $instance->placed->pluck('side', 'package_id')->all();
        $known = PackageRow::query()->whereIn('id', array_map(strval(...), $ids))->pluck('side', 'id')->all() + $sides;

        return array_fill_keys(
            array_map(strval(...), array_keys(array_filter($known, fn (?string $side): bool => $side === 'client'))),
            true,
        );
    }
}

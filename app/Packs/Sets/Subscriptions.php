<?php

declare(strict_types=1);

namespace App\Packs\Sets;

use App\Access\Access;
use App\Depots\DepotFailure;
use App\Disk\ApplyDraft;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Models\Task;
use App\Models\TaskKind;
use App\Packs\Packs;
use App\Refusal\Refusal;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Collection;
use Stasimon\Core\Config\ConfigMerge;
use Stasimon\Core\Pack\Line;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Pack\SetEntry;
use Stasimon\Core\Pack\SetHead;
use Stasimon\Core\Pack\Sides;
use Stasimon\Core\Pack\UnusablePack;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** Sets of others that are subscribed to: read again and again, and what is new of them kept as a release of their pack. */
final readonly class Subscriptions implements Undertaking
{
    /** Minutes after which one is read again. */
    private const EVERY = 20;

    public function __construct(private Packs $packs, private Access $access, private Tasks $tasks, private ApplyDraft $applying)
    {
    }

    /** @return Collection<int, Subscription> by name */
    public function all(): Collection
    {
        return Subscription::query()->orderBy('name')->orderBy('id')->get()->toBase();
    }

    /** @throws Refusal for a place that may not be read, or is subscribed to already */
    public function subscribe(string $place): Subscription
    {
        $address = SetPlace::plain($place);
        SetPlace::of($address, $this->access)->check();
        Subscription::query()->where('address', $address)->exists() && throw Refusal::conflict('That set is subscribed to already.');
        $one = Subscription::query()->create(['address' => $address, 'name' => mb_substr($address, 0, 120), 'seen' => []]);
        $this->begin($one);

        return $one->refresh();
    }

    public function begin(Subscription $one): Task
    {
        return $this->tasks->begin(TaskKind::Set, "reading {$one->name}", ['subscription' => $one->id]);
    }

    /** Begins to read those that are due. */
    public function look(): void
    {
        foreach (Subscription::query()->where('read_at', '<', now()->subMinutes(self::EVERY))->get() as $one) {
            $one->update(['read_at' => now()]);
            $this->begin($one);
        }
    }

    public function run(Task $task): void
    {
        $one = Subscription::query()->find((int) $task->about('subscription'));
        if ($one === null) {
            return;
        }
        try {
            $this->read($one);
        } catch (Refusal|DepotFailure $refusal) {
            $one->refresh()->update(['problem' => mb_substr($refusal->getMessage(), 0, 1000), 'read_at' => now()]);
            throw $refusal;
        }
    }

    /** What was there before stays. */
    public function abandon(Task $task, string $why): void
    {
        Subscription::query()
            ->whereKey((int) $task->about('subscription'))
            ->update(['problem' => mb_substr($why, 0, 1000), 'read_at' => now()]);
    }

    /** @throws Refusal|DepotFailure */
    private function read(Subscription $one): void
    {
        $place = SetPlace::of($one->address, $this->access);
        try {
            $head = SetHead::read($place->head());
            $head->goesOnFrom($one->seen);
        } catch (UnusablePack $failure) {
            throw Refusal::conflict("{$failure->getMessage()} What you have of it stays as it is.");
        }
        $key = $head->signature?->fingerprint() ?? '';
        $this->isOfTheSame($one, $head, $key);
        $latest = $head->latest();
        $isNew = ! isset($one->seen[$latest->number]);
        $release = $isNew ? $this->kept($place, $head, $latest, $key) : $one->release();
        $seen = [];
        foreach ($head->entries as $entry) {
            $seen[$entry->number] = $entry->sha256;
        }
        $one->update([
            'name' => $head->name,
            'pack' => $head->id,
            'key' => $key,
            'seen' => $seen,
            'why' => $latest->why,
            'problem' => null,
            'read_at' => now(),
        ]);
        $isNew && $release !== null && $one->by_itself && $this->applyByItself($release);
    }

    /** @throws Refusal where another has signed it, or it is another set by now */
    private function isOfTheSame(Subscription $one, SetHead $head, string $key): void
    {
        $one->key === '' || $one->key === $key ||
            throw Refusal::conflict(
                "{$one->name} was signed by {$one->key}, and by {$key} now. What you have of it stays. Leave it and subscribe again if ".
                    'that is right.',
            );
        $one->pack === '' || $one->pack === $head->id ||
            throw Refusal::conflict('Another set is at that address by now. Leave this one, and subscribe to the other if you want it.');
    }

    /** @throws Refusal|DepotFailure */
    private function kept(SetPlace $place, SetHead $head, SetEntry $latest, string $key): PackRelease
    {
        $file = $place->fetch($latest);
        try {
            $opened = PackFile::open($file, SetHead::file($latest->number));
            $isIt = $opened->pack->id === $head->id &&
                $opened->pack->version === (string) $latest->number &&
                $opened->signature?->fingerprint() === $key;
            $isIt || throw Refusal::conflict('What came is a state of another set, or signed by another. Nothing of it was kept.');

            return $this->packs->receive($file, SetHead::file($latest->number));
        } catch (UnusablePack|UnsafeArchive $failure) {
            throw Refusal::conflict("{$failure->getMessage()} Nothing of it was kept.");
        } finally {
            @unlink($file);
        }
    }

    /** @return Collection<int, Instance> those of its pack, by name */
    public function instances(string $pack): Collection
    {
        return Instance::query()
            ->whereIn('pack_id', PackRelease::query()->where('pack', $pack)->select('id'))
            ->whereNull('put_away_at')
            ->whereNull('problem')
            ->with(['placed', 'draft'])
            ->orderBy('name')
            ->get()
            ->toBase();
    }

    /** Where nothing of one's own is touched, and nothing is being done. */
    private function applyByItself(PackRelease $to): void
    {
        foreach ($this->instances($to->pack) as $instance) {
            if ($instance->draft === null && $instance->applied_at !== null && $this->touchesNothing($instance, $to)) {
                try {
                    Tasks::refuseWhilePlayed($instance);
                    $this->packs->take($instance, $to, new Sides());
                    $this->applying->start($instance->refresh()->load(['placed', 'draft']));
                } catch (Refusal) {
                    // It stands as a draft then, or as before; that there is a newer state is told.
                }
            }
        }
    }

    /** Whether all that a newer state changes is as the state before had it here. */
    public function touchesNothing(Instance $instance, PackRelease $to): bool
    {
        $update = $this->packs->update($instance, $to);
        $contested = array_filter($update->lines, fn (Line $line): bool => $line->isContested);
        $configs = array_filter($this->packs->configs($instance, $to), fn (ConfigMerge $merge): bool => $merge->contested !== []);

        return $contested === [] && $configs === [] && $update->contested() === [];
    }

    public function byItself(Subscription $one, bool $does): void
    {
        $one->update(['by_itself' => $does]);
    }

    /** Its instances stay as they are. */
    public function leave(Subscription $one): void
    {
        $one->delete();
    }
}

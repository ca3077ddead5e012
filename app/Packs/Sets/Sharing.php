<?php

declare(strict_types=1);

namespace App\Packs\Sets;

use App\Access\Access;
use App\Models\Instance;
use App\Packs\Packing;
use App\Packs\SigningKey;
use App\Refusal\Meaning;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Work\Tasks;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Str;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Pack\SetEntry;
use Stasimon\Core\Pack\SetHead;

/** Shares instances as sets that go on: each state a signed release of a pack, where others read it. */
final readonly class Sharing
{
    public function __construct(private Packing $packing, private SigningKey $key, private Access $access)
    {
    }

    public function of(Instance $instance): ?SharedSet
    {
        return SharedSet::query()->where('instance_id', $instance->id)->first();
    }

    /**
     * Shares an instance from now on, with its state of now as the first.
     *
     * @param  string  $folder  where the states are written as well; nothing for nowhere
     * @param  list<string>  $configs  paths that go with it
     * @param  list<string>  $passed  SHA-256 of files of one's own that may be passed on
     *
     * @throws Refusal
     */
    public function share(Instance $instance, string $folder, array $configs, array $passed): SharedSet
    {
        $this->of($instance) === null || throw Refusal::conflict("{$instance->name} is shared already.");
        $folder = $folder === '' ? '' : $this->access->writable($folder);
        $folder === '' ||
            ! is_file($folder.'/'.SetHead::NAME) ||
            throw Refusal::conflict('There is a set in that folder already. Choose an empty one, so that nobody takes one for the other.');

        return DB::transaction(function () use ($instance, $folder, $configs, $passed): SharedSet {
            $set = SharedSet::query()->create([
                'instance_id' => $instance->id,
                'token' => Str::lower(Str::random(40)),
                'pack' => 'set-'.Str::lower((string) Str::ulid()),
                'folder' => $folder,
                'entries' => [],
            ]);

            return $this->add($set, 'The first state.', $configs, $passed);
        });
    }

    /**
     * Gives the state of now, with the configs and files of the last one as they are now.
     *
     * @throws Refusal where nothing is otherwise
     */
    public function give(SharedSet $set, string $why): SharedSet
    {
        Tasks::refuseWhilePlayed($set->instance);
        $carried = $this->packing->carriedBefore($set->instance);

        return DB::transaction(function () use ($set, $why, $carried): SharedSet {
            $locked = SharedSet::query()->lockForUpdate()->findOrFail($set->id);

            return $this->add($locked, $why, $carried[0], $carried[1]);
        });
    }

    /**
     * @param  list<string>  $configs
     * @param  list<string>  $passed
     */
    private function add(SharedSet $set, string $why, array $configs, array $passed): SharedSet
    {
        $instance = $set->instance;
        $number = count($set->entries) + 1;
        $number <= SetHead::MOST || throw Refusal::conflict('A set has at most '.number_format(SetHead::MOST).' states. Share it anew.');
        $proposal = $this->packing->proposal($instance);
        $notes = $why === '' ? ($proposal['notes'] ?: 'Nothing was added or dropped.') : $why;
        $release = $this->packing->pack(
            $instance->load('placed'),
            [
                'id' => $set->pack,
                'version' => (string) $number,
                'name' => mb_substr($instance->name, 0, 80),
                'summary' => '',
                'licence' => '',
                'notes' => mb_substr($notes, 0, Limits::NOTES),
            ],
            $configs,
            $passed,
            isSigned: true,
        );
        $file = $this->packing->file($release);
        try {
            $entry = new SetEntry(
                $number,
                (string) hash_file('sha256', $file),
                (int) filesize($file),
                now()->toIso8601ZuluString(),
                mb_substr($notes, 0, Limits::NOTES),
            );
            $set->entries = [...$set->entries, $entry->written()];
            $set->applies = $instance->applies;
            $set->problem = null;
            $this->write($set, $number, $file, $instance->name);
        } finally {
            @unlink($file);
        }
        $set->save();

        return $set;
    }

    /** First the state, then the head that names it: whoever reads meanwhile sees what was there before. */
    private function write(SharedSet $set, int $number, string $file, string $name): void
    {
        $states = $set->states();
        assert($states !== []);
        $head = (new SetHead($set->pack, mb_substr($name, 0, 80), $states))->written($this->key->secret());
        File::ensureDirectoryExists($set->place());
        foreach (array_filter([$set->place(), $set->folder]) as $place) {
            $this->put("{$place}/".SetHead::file($number), fn (string $part): bool => copy($file, $part));
            $this->put("{$place}/".SetHead::NAME, fn (string $part): bool => file_put_contents($part, $head) === strlen($head));
        }
    }

    /** @param  callable(string): bool  $write */
    private function put(string $to, callable $write): void
    {
        $part = "{$to}.part";
        if (! @$write($part) || ! @rename($part, $to)) {
            @unlink($part);
            throw Meaning::isDiskFull()
                ? FullDisk::writing(basename($to))
                : Refusal::conflict('Nothing can be written in '.dirname($to).'. What others read of it stays at the state before.');
        }
    }

    public function byItself(SharedSet $set, bool $does): void
    {
        $set->update(['by_itself' => $does]);
    }

    /** What was written stays where others may have it from; nothing is added any more, and it is not served. */
    public function stop(SharedSet $set): void
    {
        $set->delete();
        File::deleteDirectory($set->place());
    }

    /** Where the head or a state lies, for whoever knows the token; null for what there is not. */
    public function file(string $token, string $name): ?string
    {
        $set = SharedSet::query()->where('token', $token)->first();
        $number = preg_match('/^([1-9]\d{0,4})\.pack\.zip$/D', $name, $part) === 1 ? (int) $part[1] : 0;
        $isOfIt = $set !== null && ($name === SetHead::NAME || ($number >= 1 && $number <= count($set->entries)));

        return $isOfIt && is_file($set->place($name)) ? $set->place($name) : null;
    }

    /** Gives the states of those that go on by themselves and were applied since. */
    public function look(): void
    {
        $due = SharedSet::query()
            ->where('by_itself', true)
            ->whereNull('problem')
            ->whereHas('instance', fn ($one) => $one->whereColumn('applies', '>', 'shared_sets.applies')->whereNull('put_away_at'))
            ->with('instance')
            ->limit(5)
            ->get();
        foreach ($due as $set) {
            try {
                $this->give($set, '');
            } catch (Refusal $refusal) {
                $set->refresh()->update(['problem' => mb_substr($refusal->getMessage(), 0, 1000)]);
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Disk;

use App\Cage\StrangersFiles;
use App\Depots\Catalogue\Bulk;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Evidence\ArchiveFacts;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Place\Content;
use Stasimon\Core\Place\Order\OrderRule;
use Stasimon\Core\Place\Order\Strength;

/** The archives in the store: each is read once to see that it is harmless, and unpacked into the store if its files go into folders. */
final readonly class Archives
{
    public function __construct(private Store $store, private StrangersFiles $reading)
    {
    }

    /**
     * Which of these were not looked at yet.
     *
     * @param  list<string>  $digests
     * @return list<string>
     */
    public function unknown(array $digests): array
    {
        return array_values(
            array_diff($digests, array_map(trim(...), DB::table('archives')->whereIn('sha256', $digests)->pluck('sha256')->all())),
        );
    }

    /** Whether every file of an archive is in the store, so that asking what it brings writes nothing. */
    public function isUnpacked(string $sha256): bool
    {
        $entries = json_decode((string) DB::table('archives')->where('sha256', $sha256)->value('entries'), true);

        return is_array($entries) &&
            array_filter($entries, fn (array $entry): bool => ! isset($entry['sha256']) || ! $this->store->has($entry['sha256'])) === [];
    }

    /** Whether a file of the store is an archive: anything else is laid as it is. What is called like one has to be one. */
    public function isArchive(string $sha256, string $name): bool
    {
        return preg_match('/\.(?:zip|jar)$/i', $name) === 1 ||
            str_starts_with((string) @file_get_contents($this->store->path($sha256), false, null, 0, 4), "PK\x03\x04");
    }

    /** @throws UnsafeArchive */
    public function check(string $sha256, string $name, GameDefinition $game): void
    {
        if (! $this->isArchive($sha256, $name)) {
            $this->keep($sha256, []);

            return;
        }
        $entries = $this->reading->entries($this->store->path($sha256), $name);
        $this->keep(
            $sha256,
            array_map(
                fn (ArchiveEntry $entry): array => ['index' => $entry->index, 'path' => $entry->path, 'size' => $entry->size],
                $entries,
            ),
            $this->says($sha256, $name, $game),
        );
    }

    /** @return array<string, mixed>|null what it says of its place in an order, and where it has a picture of itself */
    private function says(string $sha256, string $name, GameDefinition $game): ?array
    {
        try {
            $said = $this->reading->describe($game, $this->store->path($sha256), $name);
        } catch (UnreadableDescriptor|UnsafeArchive|Refusal) {
            return null;
        }

        return $said->before === [] && $said->after === [] && $said->picture === ''
            ? null
            : ['before' => $said->before, 'after' => $said->after, 'picture' => $said->picture];
    }

    /**
     * What archives say of orders, as rules that should hold.
     *
     * @param  array<string, string>  $ids  SHA-256 => package
     * @param  array<string, string>  $titles  package => title
     * @return list<OrderRule>
     */
    public function rules(array $ids, array $titles = []): array
    {
        $rules = [];
        foreach ($this->said(array_map(strval(...), array_keys($ids))) as $digest => $says) {
            $id = $ids[$digest];
            $why = ($titles[$id] ?? $id).' says so';
            foreach ($says['after'] as $other) {
                $rules[] = new OrderRule($other, $id, Strength::Should, $why);
            }
            foreach ($says['before'] as $other) {
                $rules[] = new OrderRule($id, $other, Strength::Should, $why);
            }
        }

        return $rules;
    }

    /**
     * What archives say of orders, of those that say something.
     *
     * @param  list<string>  $digests
     * @return array<string, array{before: list<string>, after: list<string>}> by SHA-256
     */
    private function said(array $digests): array
    {
        return DB::table('archives')
            ->whereIn('sha256', $digests)
            ->whereNotNull('says')
            ->pluck('says', 'sha256')
            ->mapWithKeys(fn (string $json, string $digest): array => [trim($digest) => json_decode($json, true)])
            ->all();
    }

    /**
     * What is in an archive, each file of it in the store.
     *
     * @return array{list<ArchiveEntry>, array<string, Content>} the entries, and by their paths what they hold
     *
     * @throws UnsafeArchive
     */
    public function unpacked(string $sha256, string $name): array
    {
        $kept = json_decode((string) DB::table('archives')->where('sha256', $sha256)->value('entries'), true, flags: JSON_THROW_ON_ERROR);
        $entries = array_map(fn (array $entry): ArchiveEntry => new ArchiveEntry($entry['index'], $entry['path'], $entry['size']), $kept);
        $missing = [];
        foreach ($kept as $number => $entry) {
            if (! isset($entry['sha256']) || ! $this->store->has($entry['sha256'])) {
                $missing[$number] = $entries[$number];
            }
        }
        if ($missing !== []) {
            Archive::known($this->store->path($sha256), ...$entries)->checkPaths($name);
            foreach ($this->unpack($sha256, $missing) as $number => $digest) {
                $kept[$number]['sha256'] = $digest;
            }
            $this->keep($sha256, $kept);
        }
        $contents = [];
        foreach ($kept as $entry) {
            $contents[$entry['path']] = new Content($entry['sha256'], $entry['size']);
        }

        return [array_values($entries), $contents];
    }

    /**
     * @param  array<int, ArchiveEntry>  $entries
     * @return array<int, string> the digest of each
     */
    private function unpack(string $sha256, array $entries): array
    {
        $partial = $this->store->partial($sha256.'-'.getmypid());
        $digests = [];
        $numbers = array_flip(array_map(fn (ArchiveEntry $entry): int => $entry->index, $entries));
        $begin = fn () => @fopen($partial, 'wb') ?: throw FullDisk::writing('what is in an archive');
        Archive::known($this->store->path($sha256))->unpack($entries, $begin, function (ArchiveEntry $entry, $to) use (
            $partial,
            $numbers,
            &$digests,
        ): void {
            fclose($to);
            $digest = (string) hash_file('sha256', $partial);
            $this->store->has($digest) || $this->store->take($partial, $digest);
            $digests[$numbers[$entry->index]] = $digest;
        });
        @unlink($partial);

        return $digests;
    }

    /**
     * What archives say of what they run on, and whose code is whose; read once, and kept.
     *
     * @param  array<string, string|null>  $names  digest => name
     * @return array<string, ArchiveFacts> by digest; nothing is known of what is not in the store
     */
    public function facts(array $names): array
    {
        $kept = [];
        $digests = array_values(
            array_filter(
                array_map(fn (string|int $digest): string => trim((string) $digest), array_keys($names)),
                fn (string $digest): bool => $digest !== '',
            ),
        );
        foreach (DB::table('archives')->whereIn('sha256', $digests)->whereNotNull('facts')->pluck('facts', 'sha256') as $digest => $facts) {
            $kept[trim((string) $digest)] = ArchiveFacts::of($facts);
        }
        $read = [];
        foreach (array_diff($digests, array_keys($kept)) as $digest) {
            if (! $this->store->has($digest)) {
                $kept[$digest] = new ArchiveFacts();

                continue;
            }
            try {
                $kept[$digest] = $this->reading->facts($this->store->path($digest), 'An archive');
            } catch (Refusal) {
                // What cannot be read says nothing; it was laid as it is.
                $kept[$digest] = new ArchiveFacts();
            }
            $read[$digest] = $kept[$digest]->kept();
        }
        if ($read !== []) {
            DB::update(
                'update archives set facts = read.facts::jsonb from unnest(?::text[], ?::text[]) as read (digest, facts) where sha256 = '.
                'read.digest',
                [Bulk::list(array_map(strval(...), array_keys($read))), Bulk::list(array_values($read))],
            );
        }

        return $kept;
    }

    /**
     * @param  list<array<string, mixed>>  $entries
     * @param  array<string, mixed>|null  $says  of itself; nothing where that stays as it is
     */
    private function keep(string $sha256, array $entries, ?array $says = null): void
    {
        DB::table('archives')->upsert(
            [
                ['sha256' => $sha256, 'entries' => json_encode($entries, JSON_THROW_ON_ERROR)] +
                ($says === null ? [] : ['says' => json_encode($says, JSON_THROW_ON_ERROR)]),
            ],
            ['sha256'],
        );
    }
}

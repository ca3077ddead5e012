<?php

declare(strict_types=1);

namespace App\Packs;

use App\Depots\PackageRow;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Refusal\Refusal;
use App\Sharing\CarriedFiles;
use App\Sharing\GivenConfigs;
use App\Sharing\HandOffs;
use App\Shelf\ShelfFile;
use Illuminate\Support\Str;
use Stasimon\Core\Pack\Pack;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Pack\Signature;
use Stasimon\Core\Pack\UnusablePack;
use Stasimon\Core\Share\CarriedFile;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\Secrets;
use Stasimon\Core\Share\UnusableHandOff;

/** Makes a pack of an instance. */
final readonly class Packing
{
    /** Names in drafted change notes. */
    private const NAMED = 12;

    public function __construct(
        private Packs $packs,
        private HandOffs $handOffs,
        private GivenConfigs $configs,
        private CarriedFiles $files,
        private SigningKey $key,
        private PackWorlds $worlds,
    ) {
    }

    /**
     * What the form begins with.
     *
     * @return array{id: string, version: string, name: string, summary: string, licence: string, notes: string, configs: array<string,
     *     list<int>>} configs: path => lines that look like secrets
     */
    public function proposal(Instance $instance): array
    {
        $from = $this->packs->releaseOf($instance);
        $last =
            $from === null ? null : PackRelease::query()->where('pack', $from->pack)->orderByDesc('created_at')->orderByDesc('id')->first();

        $before = $this->packs->usable($last);

        return [
            'id' => $last->pack ?? (Str::slug($instance->name) ?: 'pack'),
            'version' => $last === null ? '1' : self::after($last->version),
            'name' => $last->name ?? mb_substr($instance->name, 0, 80),
            'summary' => $before->summary ?? '',
            'licence' => $before->licence ?? '',
            'notes' => $before === null ? '' : $this->notes($before->lineUp, $this->handOffs->of($instance)),
            'configs' => array_map(Secrets::in(...), $this->configs->contents($instance)),
        ];
    }

    /**
     * @param  array{id: string, version: string, name: string, summary: string, licence: string, notes: string}  $said
     * @param  list<string>  $configs  paths that go with it
     * @param  list<string>  $passed  SHA-256 of files of one's own that may be passed on
     * @param  string|null  $picture  a PNG as packs have it; that of the release before where there is none
     * @param  list<string>  $worlds  names of those that go with it, as they are now
     */
    public function pack(
        Instance $instance,
        array $said,
        array $configs,
        array $passed = [],
        ?string $picture = null,
        bool $isSigned = false,
        array $worlds = [],
    ): PackRelease {
        if ($instance->applied_at === null) {
            throw Refusal::conflict('Nothing is applied yet, so there is nothing to make a pack of.');
        }
        $given = $this->handOffs->of($instance);
        if ($given->releases === []) {
            throw Refusal::conflict('It holds nothing but what the game stands on. Add a mod first: a pack names releases.');
        }
        $picture ??= $this->pictureBefore($instance, $said['id']);
        try {
            [$carried, $contents] = $this->files->carried($instance, $configs, $passed);
            $carried = $carried->withWorlds($this->worlds->carried($instance, $worlds));
            $pack = new Pack(
                $said['id'],
                $said['version'],
                $given->called($said['name']),
                $said['summary'],
                $said['licence'],
                $said['notes'],
                $carried,
                $picture === null ? '' : hash('sha256', $picture),
            );
        } catch (UnusablePack|UnusableHandOff $failure) {
            throw Refusal::unusable($failure->getMessage());
        }
        $document = PackFile::document($pack);
        $release = $this->packs->keep(
            $pack,
            $document,
            $contents,
            $picture,
            $isSigned ? Signature::of($document, $this->key->secret()) : null,
        );
        $instance->update(['pack_id' => $release->id]);

        return $release;
    }

    /**
     * What went with the release that an instance is of, as it is here now.
     *
     * @return array{list<string>, list<string>, list<string>} paths of configs, SHA-256 of files of one's own, and names of worlds
     */
    public function carriedBefore(Instance $instance): array
    {
        $before = $this->packs->usable($this->packs->releaseOf($instance))?->carried;
        $ids = array_map(fn (CarriedFile $file): string => $file->id, $before->files ?? []);
        $own = $this->files->of($instance->loadMissing('placed'));
        $passed = $own->filter(fn (ShelfFile $file): bool => in_array($file->found?->id, $ids, true));

        return [
            array_map(strval(...), array_keys($before->configs ?? [])),
            array_values($passed->map(fn (ShelfFile $file): string => trim((string) $file->sha256))->all()),
            array_map(basename(...), array_keys($before?->byWorld() ?? [])),
        ];
    }

    /** The picture of the release before, which stays unless there is another. */
    private function pictureBefore(Instance $instance, string $id): ?string
    {
        $before = $this->packs->releaseOf($instance);
        $path = $before?->pack === $id ? $this->packs->picture($before) : null;

        return $path === null ? null : (string) file_get_contents($path);
    }

    /** The pack as a file of its own, which whoever asked takes away. */
    public function file(PackRelease $release): string
    {
        $carried = $this->packs->of($release)->carried;
        $picture = $this->packs->picture($release);
        $to = (string) tempnam(sys_get_temp_dir(), 'stasimon-pack');
        PackFile::write(
            $to,
            $release->document,
            $this->configs->texts($carried->configs),
            $this->files->paths($carried),
            $picture === null ? null : (string) file_get_contents($picture),
            $release->signature,
        );

        return $to;
    }

    /** What has changed since another line-up, as sentences. */
    private function notes(HandOff $was, HandOff $now): string
    {
        $names = PackageRow::query()->whereIn('id', array_keys($was->releases + $now->releases))->pluck('name', 'id')->all();
        $list = function (string $how, array $ids) use ($names, $was, $now): string {
            $said = array_map(
                fn (string $id): string => ($names[$id] ?? $id).
                    ($how === 'Changed' ? " {$was->releases[$id]} to {$now->releases[$id]}" : ''),
                array_map(strval(...), $ids),
            );

            return $ids === []
                ? ''
                : "{$how}: ".
                        implode(', ', array_slice($said, 0, self::NAMED)).
                        (count($said) > self::NAMED ? ' and '.(count($said) - self::NAMED).' more' : '').
                        ".\n";
        };
        $changed = array_filter(
            array_keys(array_intersect_key($was->releases, $now->releases)),
            fn (string|int $id): bool => $was->releases[$id] !== $now->releases[$id],
        );

        return trim(
            $list('Added', array_keys(array_diff_key($now->releases, $was->releases))).
                $list('Changed', $changed).
                $list('Dropped', array_keys(array_diff_key($was->releases, $now->releases))),
        );
    }

    /** The version that comes after one, by its last number. */
    private static function after(string $version): string
    {
        return preg_match('/^(.*?)(\d{1,9})(\D*)$/Ds', $version, $parts) === 1
            ? $parts[1].((int) $parts[2] + 1).$parts[3]
            : "{$version}.1";
    }
}

<?php

declare(strict_types=1);

namespace App\Packs;

use App\Models\Instance;
use App\Models\Package;
use App\Models\PackRelease;
use App\Refusal\Refusal;
use App\Sharing\HandOffs;
use Illuminate\Support\Str;
use Stasimon\Core\Pack\Pack;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Pack\UnusablePack;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\Secrets;
use Stasimon\Core\Share\UnusableHandOff;

/** Makes a pack of an instance. */
final readonly class Packing
{
    /** Names in drafted change notes. */
    private const NAMED = 12;

    public function __construct(private Packs $packs, private HandOffs $handOffs, private PackConfigs $configs)
    {
    }

    /**
     * What the form begins with.
     *
     * @return array{id: string, version: string, name: string, notes: string, configs: array<string, list<int>>} configs: path => lines that look like secrets
     */
    public function proposal(Instance $instance): array
    {
        $from = $this->packs->releaseOf($instance);
        $last = $from === null ? null : PackRelease::query()->where('pack', $from->pack)->orderByDesc('created_at')->orderByDesc('id')->first();

        return [
            'id' => $last->pack ?? (Str::slug($instance->name) ?: 'pack'), 'version' => $last === null ? '1' : self::after($last->version), 'name' => $last->name ?? mb_substr($instance->name, 0, 80),
            'notes' => $last === null ? '' : $this->notes($this->packs->of($last)->lineUp, $this->handOffs->of($instance)), 'configs' => array_map(Secrets::in(...), $this->configs->contents($instance)),
        ];
    }

    /** @param  list<string>  $configs  paths that go with it */
    public function pack(Instance $instance, string $id, string $version, string $name, string $summary, string $licence, string $notes, array $configs): PackRelease
    {
        if ($instance->applied_at === null) {
            throw Refusal::conflict('Nothing is applied yet, so there is nothing to make a pack of.');
        }
        $given = $this->handOffs->of($instance);
        $contents = array_intersect_key($this->configs->contents($instance), array_flip($configs));
        try {
            $pack = new Pack($id, $version, new HandOff($name, $given->plan, $given->releases, $given->digests), $summary, $licence, $notes, array_map(fn (string $text): string => hash('sha256', $text), $contents));
        } catch (UnusablePack|UnusableHandOff $failure) {
            throw Refusal::unusable($failure->getMessage());
        }
        $release = $this->packs->keep($pack, $contents);
        $instance->update(['pack_id' => $release->id]);

        return $release;
    }

    /** The pack as a file of its own, which whoever asked takes away. */
    public function file(PackRelease $release): string
    {
        $pack = $this->packs->of($release);
        $to = (string) tempnam(sys_get_temp_dir(), 'stasimon-pack');
        PackFile::write($pack, $this->configs->texts($pack->configs), $to);

        return $to;
    }

    /** What has changed since another line-up, as sentences. */
    private function notes(HandOff $was, HandOff $now): string
    {
        $names = Package::query()->whereIn('id', array_keys($was->releases + $now->releases))->pluck('name', 'id')->all();
        $list = function (string $how, array $ids) use ($names, $was, $now): string {
            $said = array_map(fn (string $id): string => ($names[$id] ?? $id).($how === 'Changed' ? " {$was->releases[$id]} to {$now->releases[$id]}" : ''), array_map(strval(...), $ids));

            return $ids === [] ? '' : "{$how}: ".implode(', ', array_slice($said, 0, self::NAMED)).(count($said) > self::NAMED ? ' and '.(count($said) - self::NAMED).' more' : '').".\n";
        };
        $changed = array_filter(array_keys(array_intersect_key($was->releases, $now->releases)), fn (string|int $id): bool => $was->releases[$id] !== $now->releases[$id]);

        return trim($list('Added', array_keys(array_diff_key($now->releases, $was->releases))).$list('Changed', $changed).$list('Dropped', array_keys(array_diff_key($was->releases, $now->releases))));
    }

    /** The version that comes after one, by its last number. */
    private static function after(string $version): string
    {
        return preg_match('/^(.*?)(\d{1,9})(\D*)$/Ds', $version, $parts) === 1 ? $parts[1].((int) $parts[2] + 1).$parts[3] : "{$version}.1";
    }
}

<?php

declare(strict_types=1);

namespace App\View;

use App\Depots\Catalogue\DepotCatalogue;
use App\Disk\Folder;
use App\Files\Entries;
use App\Models\Backup;
use App\Models\Instance;
use App\Models\Purpose;
use App\Models\Rehearsal;
use App\Worlds\Backups;
use App\Worlds\SeenWorlds;
use App\Worlds\Standing;
use App\Worlds\WorldPacks;
use App\Worlds\Worlds;
use App\Worlds\WorldWork;
use Carbon\CarbonImmutable;
use Illuminate\Support\Collection;
use Stasimon\Core\Game\GameDefinition;

/** The worlds of an instance: whether each would open whole, and how they were. */
final readonly class WorldsPage
{
    /** Of the drawing of backups along time. */
    public const WIDTH = 720;

    /** Files of a world that are looked at for its size. */
    private const LOOKED_AT = 10_000;

    /** Hours after which worlds are kept by themselves => words. */
    public const EVERY = [0 => 'never', 1 => 'every hour', 6 => 'every six hours', 24 => 'every day', 168 => 'every week'];

    /**
     * @var list<array{name: string, size: int, isAll: bool, opened: ?int, says: string, isWhole: bool, packs: list<array{file: string,
     *     says: string, isDrafted: bool}>}>
     */
    public array $worlds;

    /** @var list<array{name: string, seen: CarbonImmutable, backup: ?Backup}> that were there, and are not in the folder any more */
    public array $gone;

    /** Whether data packs of a world are read in an order that can be chosen. */
    public bool $ordersPacks;

    /** @var Collection<int, Backup> newest first */
    public Collection $backups;

    /** @var Collection<int, Rehearsal> in which it was played, newest first */
    private Collection $launches;

    /** @var array<string, array{name: string, at: int}> key => a world that was put away */
    public array $away;

    /** @var array<string, array<string, string>> name of a world => mods that it was saved with */
    private array $mods;

    /** @var array<string, Instance> by id */
    private array $others;

    /** @var list<int> numbers of backups that go with the next one */
    public array $going;

    public function __construct(public Instance $instance, private GameDefinition $game, Backups $kept, WorldPacks $packs, SeenWorlds $seen)
    {
        $reader = new Worlds($game);
        $this->ordersPacks = $packs->isOrdered();
        $this->away = $reader->put($instance);
        $this->mods = $reader->of($instance);
        $there = array_map(strval(...), array_keys($this->mods));
        $seen->see($instance, $there);
        $this->gone = self::goneOf($instance, $seen, $there);
        $this->others =
            $this->mods === []
                ? []
                : Instance::query()
                    ->with('placed')
                    ->where('id', '!=', $instance->id)
                    ->whereNotNull('applied_at')
                    ->whereNull('put_away_at')
                    ->whereNull('problem')
                    ->whereRaw("plan->>'game' = ?", [$game->id])
                    ->orderBy('name')
                    ->limit(12)
                    ->get()
                    ->keyBy('id')
                    ->all();
        $this->worlds = $worlds = $this->there($packs);
        $this->backups = $kept->of($instance);
        $this->launches =
            $worlds === []
                ? new Collection()
                : Rehearsal::query()
                    ->where('instance_id', $instance->id)
                    ->where('purpose', Purpose::Play)
                    ->where('plain', false)
                    ->whereNotNull('begun_at')
                    ->orderByDesc('number')
                    ->limit(50)
                    ->get(['number', 'begun_at', 'milliseconds']);
        $this->going = $kept->going($instance);
    }

    /** @return list<array{name: string, size: int, isAll: bool, opened: ?int, says: string, isWhole: bool,
     *     packs: list<array{file: string, says: string, isDrafted: bool}>}> those that were opened last first */
    private function there(WorldPacks $packs): array
    {
        $where = $this->game->worlds['folder'] ?? '';
        $catalogue = new DepotCatalogue($this->game);
        $worlds = [];
        foreach ($this->mods as $name => $mods) {
            $folder = (new Folder($this->instance))->live("{$where}/{$name}");
            [$size, $opened, $isAll] = self::measured($folder);
            [$says, $isWhole] = Standing::of($mods, $this->instance->versions(), $catalogue);
            $worlds[] = [
                'name' => (string) $name,
                'size' => $size,
                'isAll' => $isAll,
                'opened' => $opened,
                'says' => $says,
                'isWhole' => $isWhole,
                'packs' => $packs->of($this->instance, (string) $name),
            ];
        }
        usort($worlds, fn (array $a, array $b): int => $b['opened'] <=> $a['opened']);

        return $worlds;
    }

    /**
     * @param  list<string>  $there  worlds that are there
     * @return list<array{name: string, seen: CarbonImmutable, backup: ?Backup}>
     */
    private static function goneOf(Instance $instance, SeenWorlds $seen, array $there): array
    {
        $gone = [];
        foreach ($seen->gone($instance, $there) as $name => $at) {
            $gone[] = ['name' => (string) $name, 'seen' => $at, 'backup' => $seen->backupOf($instance, (string) $name)];
        }

        return $gone;
    }

    public function hasPacks(): bool
    {
        return ($this->game->worlds['packs'] ?? '') !== '';
    }

    /** @return array<string, Instance> others of the game that a world can be copied to */
    public function others(): array
    {
        return $this->others;
    }

    /** @return array<string, string> id => name of another instance, and how a world would stand there */
    public function standing(string $world): array
    {
        $catalogue = new DepotCatalogue($this->game);

        return array_map(function (Instance $other) use ($world, $catalogue): string {
            [$says, $isWhole] = Standing::of($this->mods[$world] ?? [], $other->versions(), $catalogue);

            return $isWhole ? $other->name : "{$other->name}: {$says}";
        }, $this->others());
    }

    public function hasArchive(string $world): bool
    {
        return is_file(WorldWork::archive($this->instance, $world));
    }

    /** Where a backup stands in the drawing: the oldest at the left, now at the right. */
    public function x(Backup $backup): float
    {
        $oldest = $this->backups->last()?->made_at->timestamp ?? 0;
        $span = max(1, (int) now()->timestamp - (int) $oldest);

        return round(8 + ((self::WIDTH - 16) * ((int) $backup->made_at->timestamp - (int) $oldest)) / $span, 1);
    }

    /** @return list<string> */
    public function worldsOf(Backup $backup): array
    {
        return array_values(
            array_unique(array_map(fn (int|string $path): string => mb_scrub(explode('/', (string) $path)[0]), array_keys($backup->files))),
        );
    }

    /** The launch in which a world was saved last; null where it was none that is known. */
    public function launchAt(?int $opened): ?Rehearsal
    {
        return $opened === null
            ? null
            : $this->launches->first(
                fn (Rehearsal $one): bool => $one->begun_at !== null &&
                    $one->begun_at->timestamp <= $opened &&
                    ($one->milliseconds === null || $one->begun_at->timestamp + (int) ceil($one->milliseconds / 1000) + 1 >= $opened),
            );
    }

    /**
     * @return array{int, ?int, bool} bytes, when something in it was written last, and whether that is all of it: a world can have more
     *     files than a page can look at
     */
    private static function measured(string $folder): array
    {
        $size = $seen = 0;
        $opened = null;
        foreach (Entries::below($folder) as $file) {
            if (++$seen > self::LOOKED_AT) {
                return [$size, $opened, false];
            }
            if ($file->isFile()) {
                $size += $file->size;
                $opened = max($opened, $file->time);
            }
        }

        return [$size, $opened, true];
    }
}

<?php

declare(strict_types=1);

namespace App\Cleaning;

use App\Disk\Folder;
use App\Games\Games;
use App\Models\Instance;
use App\Models\PlacedRelease;
use App\Worlds\Worlds;
use Stasimon\Core\Catalogue\Kind;

/** What instances hold that could go, and what each of it would free. */
final readonly class Spares
{
    /** Restore points and logs that are never offered. */
    public const KEPT = 3;

    public function __construct(private Unused $unused, private Games $games)
    {
    }

    /** @return list<array{instance: string, name: string, what: string, count: int, bytes: int}> what frees most first */
    public function all(): array
    {
        $spares = [];
        foreach (Instance::query()->whereNotNull('applied_at')->whereNull('put_away_at')->with('placed')->orderBy('name')->get() as $one) {
            foreach (Spare::cases() as $what) {
                [$count, $bytes] = $this->sizeOf($one, $what);
                $count === 0 || ($spares[] = [
                    'instance' => $one->id,
                    'name' => $one->name,
                    'what' => $what->value,
                    'count' => $count,
                    'bytes' => $bytes,
                ]);
            }
        }
        usort($spares, fn (array $a, array $b): int => $b['bytes'] <=> $a['bytes']);

        return $spares;
    }

    /** @return array{int, int} how many there are, and bytes */
    private function sizeOf(Instance $instance, Spare $what): array
    {
        $folder = new Folder($instance);
        if ($what === Spare::Points || $what === Spare::Logs) {
            $paths = $what === Spare::Points ? $folder->oldPoints(self::KEPT) : $folder->oldLogs(self::KEPT);

            return [count($paths), array_sum(array_map($folder->weight(...), $paths))];
        }
        $ids = $this->idsOf($instance, $what);
        $size = fn (PlacedRelease $one): int => in_array($one->package_id, $ids, true) ? $one->size : 0;

        return [count($ids), (int) $instance->placed->sum($size)];
    }

    /** @return list<string> packages that could be taken out of an instance */
    public function idsOf(Instance $instance, Spare $what): array
    {
        return match ($what) {
            Spare::Libraries => array_column($this->unused->of($instance), 'id'),
            Spare::Content => $this->inNoWorld($instance),
            default => [],
        };
    }

    /**
     * Mods that somebody asked for and that no world was saved with. What was saved before the last apply does not know what came
     * with it, so such a world says nothing.
     *
     * @return list<string>
     */
    private function inNoWorld(Instance $instance): array
    {
        $worlds = new Worlds($this->games->get($instance->plan->base->game));
        $saved = $worlds->of($instance);
        if ($saved === [] || $worlds->savedAt($instance) < (int) $instance->applied_at?->timestamp) {
            return [];
        }
        $in = array_merge(...array_values($saved));
        $of = fn (PlacedRelease $one): bool => $one->kind === Kind::Mod->value &&
            $one->side !== 'client' &&
            $one->because->isWanted &&
            $one->because->needed === [] &&
            ! isset($in[$one->package_id]);

        return array_values($instance->placed->filter($of)->map(fn (PlacedRelease $one): string => $one->package_id)->all());
    }

    /** Lets go of restore points or logs but the latest. */
    public function letGo(Instance $instance, Spare $what): int
    {
        $folder = new Folder($instance);

        return match ($what) {
            Spare::Points => $folder->letGo(...$folder->oldPoints(self::KEPT)),
            Spare::Logs => $folder->letGo(...$folder->oldLogs(self::KEPT)),
            default => 0,
        };
    }
}

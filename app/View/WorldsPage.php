<?php

declare(strict_types=1);

namespace App\View;

use App\Depots\Catalogue\DepotCatalogue;
use App\Disk\Folder;
use App\Models\Backup;
use App\Models\Instance;
use App\Worlds\Backups;
use App\Worlds\Standing;
use App\Worlds\Worlds;
use Illuminate\Support\Collection;
use Stasimon\Core\Game\GameDefinition;

/** The worlds of an instance: whether each would open whole, and how they were. */
final readonly class WorldsPage
{
    /** Of the drawing of backups along time. */
    public const WIDTH = 720;

    /** @var list<array{name: string, size: int, opened: ?int, says: string, isWhole: bool}> */
    public array $worlds;

    /** @var Collection<int, Backup> newest first */
    public Collection $backups;

    /** @var list<int> numbers of backups that go with the next one */
    public array $going;

    public function __construct(public Instance $instance, GameDefinition $game, Backups $kept)
    {
        $where = $game->worlds['folder'] ?? '';
        $catalogue = new DepotCatalogue($game);
        $worlds = [];
        foreach ((new Worlds($game))->of($instance) as $name => $mods) {
            $folder = (new Folder($instance))->live("{$where}/{$name}");
            [$size, $opened] = self::measured($folder);
            [$says, $isWhole] = Standing::of($mods, $instance->versions(), $catalogue);
            $worlds[] = ['name' => (string) $name, 'size' => $size, 'opened' => $opened, 'says' => $says, 'isWhole' => $isWhole];
        }
        usort($worlds, fn (array $a, array $b): int => $b['opened'] <=> $a['opened']);
        $this->worlds = $worlds;
        $this->backups = $kept->of($instance);
        $this->going = $kept->going($instance);
    }

    /** Where a backup stands in the drawing: the oldest at the left, now at the right. */
    public function x(Backup $backup): float
    {
        $oldest = $this->backups->last()?->made_at->timestamp ?? 0;
        $span = max(1, (int) now()->timestamp - (int) $oldest);

        return round(8 + (self::WIDTH - 16) * ((int) $backup->made_at->timestamp - (int) $oldest) / $span, 1);
    }

    /** @return list<string> */
    public function worldsOf(Backup $backup): array
    {
        return array_values(array_unique(array_map(fn (int|string $path): string => mb_scrub(explode('/', (string) $path)[0]), array_keys($backup->files))));
    }

    /** @return array{int, ?int} bytes, and when something in it was written last */
    private static function measured(string $folder): array
    {
        $size = 0;
        $opened = null;
        $files = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS), flags: \RecursiveIteratorIterator::CATCH_GET_CHILD);
        foreach ($files as $file) {
            if ($file instanceof \SplFileInfo && $file->isFile() && ! $file->isLink()) {
                $size += (int) $file->getSize();
                $opened = max($opened, (int) $file->getMTime());
            }
        }

        return [$size, $opened];
    }
}

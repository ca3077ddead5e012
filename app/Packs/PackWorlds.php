<?php

declare(strict_types=1);

namespace App\Packs;

use App\Disk\Folder;
use App\Files\Entries;
use App\Files\PlainFile;
use App\Games\Games;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use App\Store\Texts;
use App\Worlds\Worlds;
use Stasimon\Core\Share\Carried;
use Stasimon\Core\Share\CarriedWorld;
use Stasimon\Core\Share\Container;

/** Worlds that go with a pack, as they are when it is made; whoever has one of that name keeps theirs. */
final readonly class PackWorlds
{
    public function __construct(private Games $games, private Texts $texts, private Store $store)
    {
    }

    /** @return array<array-key, array{int, int}|null> name => files and bytes, of the worlds of an instance; null for one that is too large */
    public function of(Instance $instance): array
    {
        $worlds = [];
        foreach ($this->named($instance) as $name => $root) {
            $count = $bytes = 0;
            foreach (Entries::files($root) as $entry) {
                $bytes += $entry->size;
                if (++$count > Carried::WORLD_FILES || $bytes > Carried::WORLDS) {
                    break;
                }
            }
            $worlds[$name] = $count > Carried::WORLD_FILES || $bytes > Carried::WORLDS ? null : [$count, $bytes];
        }

        return $worlds;
    }

    /**
     * What goes along of some worlds; it is in the store from then on.
     *
     * @param  list<string>  $worlds  names
     * @return list<CarriedWorld>
     *
     * @throws Refusal for more than a pack can have
     */
    public function carried(Instance $instance, array $worlds): array
    {
        $files = [];
        $bytes = 0;
        foreach (array_intersect_key($this->named($instance), array_flip($worlds)) as $world => $root) {
            foreach (Entries::files($root) as $path => $entry) {
                $bytes += $entry->size;
                if (count($files) >= Carried::WORLD_FILES || $bytes > Carried::WORLDS) {
                    throw Refusal::unusable(
                        "{$world} has more files, or more in them, than goes with a pack: ".number_format(Carried::WORLD_FILES).' and '.
                            number_format(Carried::WORLDS / 1_000_000).' MB. Save an archive of it under Worlds, and give that away.',
                    );
                }
                $text = PlainFile::text("{$root}/{$path}", Carried::WORLDS) ?? throw Refusal::conflict(
                    "{$path} of {$world} cannot be read, so the world would not be whole. Nothing was made.",
                );
                $files[] = new CarriedWorld("{$this->folder($instance)}/{$world}", $path, $this->texts->put($text), strlen($text));
            }
        }

        return $files;
    }

    /** Keeps what came in a file. */
    public function receive(Carried $carried, Container $container): void
    {
        foreach ($carried->worlds as $file) {
            if ($this->store->has($file->sha256)) {
                continue;
            }
            $partial = $this->store->partial($file->sha256.'-'.getmypid());
            $handle = @fopen($partial, 'wb') ?: throw FullDisk::writing($file->at());
            $container->extractWorld($file, $handle);
            fclose($handle) || throw FullDisk::writing($file->at());
            $this->store->take($partial, $file->sha256);
        }
    }

    /** @return array<string, string> path => SHA-256, of worlds that an instance does not have yet */
    public function coming(Instance $instance, Carried $carried): array
    {
        $files = [];
        foreach ($carried->byWorld() as $world => $of) {
            $isWorld = dirname($world) === $this->folder($instance);
            if ($isWorld && @lstat((new Folder($instance))->live($world)) === false) {
                foreach ($of as $file) {
                    $files[$file->at()] = $file->sha256;
                }
            }
        }

        return $files;
    }

    /** @return array<array-key, string> name => where it lies */
    private function named(Instance $instance): array
    {
        $worlds = (new Worlds($this->games->get($instance->plan->base->game)))->of($instance);
        $root = (new Folder($instance))->live($this->folder($instance));

        $lies = [];
        foreach (array_keys($worlds) as $name) {
            $lies[$name] = "{$root}/{$name}";
        }

        return $lies;
    }

    private function folder(Instance $instance): string
    {
        return (string) ($this->games->get($instance->plan->base->game)->worlds['folder'] ?? '');
    }
}

<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Disk\Folder;
use App\Files\PlainFile;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Rehearsals\Configs;
use App\Store\Texts;
use Stasimon\Core\Config\ConfigMerge;

/** Configs of packs and hand-offs: their contents are in the store, by digest. */
final readonly class GivenConfigs
{
    public function __construct(private Texts $texts, private Configs $configs)
    {
    }

    /** @return array<string, string> path => content of each config of an instance */
    public function contents(Instance $instance): array
    {
        return array_filter(array_map(PlainFile::text(...), $this->configs->files($instance)), is_string(...));
    }

    /**
     * @param  array<string, string>  $digests  path => digest
     * @return array<string, string> path => content
     *
     * @throws Refusal where one is not in the store any more
     */
    public function texts(array $digests): array
    {
        $texts = [];
        foreach ($digests as $path => $digest) {
            $texts[(string) $path] =
                $this->texts->get($digest) ??
                throw Refusal::conflict("What is in {$path} is not in the store any more, so the file cannot be made.");
        }

        return $texts;
    }

    /**
     * @param  array<string, string>  $was  path => digest, of the pack's release that the instance is of
     * @param  array<string, string>  $now  the same of another one
     * @param  list<string>  $taken  paths in whose contested places the pack's is taken
     * @return array<string, ConfigMerge> of each that the pack changed, and that becomes another one than it is
     */
    public function merged(Instance $instance, array $was, array $now, array $taken = []): array
    {
        $folder = new Folder($instance);
        $merged = [];
        foreach (array_keys($was + $now) as $path) {
            $path = (string) $path;
            if (($was[$path] ?? null) === ($now[$path] ?? null)) {
                continue;
            }
            $file = $folder->live($path);
            $mine = is_link($file) ? null : PlainFile::text($file);
            $before = $this->texts->get($was[$path] ?? null);
            $theirs = $this->texts->get($now[$path] ?? null);
            // Seen from the other side, it is theirs that stays where both changed it.
            $merge = in_array($path, $taken, true)
                ? ConfigMerge::of($path, $before, $theirs, $mine)
                : ConfigMerge::of($path, $before, $mine, $theirs);
            if ($merge->text !== $mine || $merge->contested !== []) {
                $merged[$path] = $merge;
            }
        }

        return $merged;
    }
}

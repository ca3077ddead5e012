<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Files\PlainFile;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Store\Texts;
use Illuminate\Support\Facades\DB;

/** Remembers of each config which launch made it, and whether a person or a launch changed it last. */
final readonly class ConfigsSeen
{
    public function __construct(private Configs $configs, private Texts $texts)
    {
    }

    /**
     * What changed since the last launch was changed by a person.
     *
     * @param  array<string, string>  $configs  path => SHA-256 as a launch begins
     */
    public function begins(Instance $instance, array $configs): void
    {
        $rows = $this->rows($instance);
        foreach ($configs as $path => $digest) {
            $row = $rows[$path] ?? null;
            if ($row === null || $row->last !== $digest) {
                SeenConfig::query()->updateOrCreate(
                    ['instance_id' => $instance->id, 'path' => $path],
                    ['last' => $digest, 'by' => $row?->made === $digest ? ChangedBy::Made : ChangedBy::You],
                );
            }
        }
        SeenConfig::query()
            ->where('instance_id', $instance->id)
            ->whereNotIn('path', array_map(strval(...), array_keys($configs)))
            ->delete();
    }

    /** What changed while it ran was changed by the launch; what is new it has made, and that is kept. */
    public function ends(Rehearsal $launch): void
    {
        $instance = $launch->instance;
        $rows = $this->rows($instance);
        $came = null;
        foreach ($this->configs->files($instance) as $path => $file) {
            $text = PlainFile::text($file);
            if ($text === null) {
                continue;
            }
            $digest = hash('sha256', $text);
            $row = $rows[$path] ?? null;
            if ($row === null) {
                $came ??= $this->came($launch);
                SeenConfig::query()->create([
                    'instance_id' => $instance->id,
                    'path' => $path,
                    'made' => $this->texts->put($text),
                    'made_in' => $launch->number,
                    'came' => $came,
                    'last' => $digest,
                    'by' => ChangedBy::Made,
                ]);
            } elseif ($row->last !== $digest) {
                $row->update(['last' => $digest, 'by' => ChangedBy::Launch, 'launch' => $launch->number]);
            }
        }
    }

    /** @return array<string, SeenConfig> by path */
    public function rows(Instance $instance): array
    {
        return SeenConfig::query()->where('instance_id', $instance->id)->get()->keyBy('path')->all();
    }

    /** @return list<string> packages that no launch before had */
    private function came(Rehearsal $launch): array
    {
        $before = DB::table('rehearsals')
            ->where('instance_id', $launch->instance_id)
            ->where('number', '<', $launch->number)
            ->where('plain', false)
            ->whereNotNull('versions')
            ->orderByDesc('number')
            ->value('versions');
        $then = $before === null ? [] : (array) json_decode($before, true);

        return array_map(strval(...), array_keys(array_diff_key($launch->versions ?? [], $then)));
    }
}

<?php

declare(strict_types=1);

namespace App\Packs;

use App\Depots\Depot;
use App\Depots\Protocol\Registry\PackArtifact;
use App\Depots\Protocol\Registry\PackTag;
use App\Depots\Protocol\Registry\Registry;
use App\Depots\Sync\ReadDepot;
use App\Models\PackRelease;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Collection;
use Stasimon\Core\Pack\Listing;

/** Brings a release of a pack into a registry: under its version, which then stays what it is, and under a channel, which moves on. */
final readonly class PushPack implements Undertaking
{
    public function __construct(private Packs $packs, private Packing $packing, private Tasks $tasks, private ReadDepot $reading)
    {
    }

    /** @return Collection<int, Depot> that packs can be brought into */
    public static function registries(): Collection
    {
        return Depot::query()->where('protocol', 'registry')->where('paused', false)->orderBy('place')->get();
    }

    /** @throws Refusal for a name or channel that no registry takes */
    public function start(PackRelease $release, int $registry, string $repository, string $channel): Task
    {
        $depot = Depot::query()->find($registry) ?? throw Refusal::notFound('That registry is not here any more.');
        if ($depot->protocol !== 'registry') {
            throw Refusal::unusable("{$depot->name} is no registry, and takes no packs.");
        }
        if (! Registry::isName($repository)) {
            throw Refusal::unusable(
                'A name in a registry has lower-case letters and digits, with . _ - and / between them, as in "packs/piers".',
            );
        }
        if ($channel !== '' && (! Registry::isTag($channel) || $channel === PackTag::of($release->version))) {
            throw Refusal::unusable('A channel is one word of letters, digits and . _ -, and another one than the version.');
        }
        $about = ['release' => $release->id, 'depot' => $depot->id, 'repository' => $repository, 'channel' => $channel];

        return $this->tasks->begin(TaskKind::PackPush, "pushing {$release->name} {$release->version} to {$depot->name}", $about);
    }

    public function run(Task $task): void
    {
        $release = PackRelease::query()->find($task->about('release')) ?? throw Refusal::notFound('That pack is not here any more.');
        $depot = Depot::query()->find($task->about('depot')) ?? throw Refusal::notFound('That registry is not here any more.');
        $registry = new Registry($depot);
        $repository = $registry->named((string) $task->about('repository'));
        $pack = $this->packs->of($release);
        $path = $this->packing->file($release);
        try {
            $sha256 = (string) hash_file('sha256', $path);
            $size = (int) filesize($path);
            $tag = PackTag::of($release->version);
            [$there] = $registry->manifest($repository, $tag) ?? [null];
            if ($there !== null && PackArtifact::read($there)?->file !== $sha256) {
                throw Refusal::conflict(
                    "{$depot->name} has {$repository}:{$tag} already, and it is another one than this. A release does not ".
                        'change; give this one another version.',
                );
            }
            $said = Listing::entry($pack, '', $size, $sha256, $release->created_at->toRfc3339String());
            $config = json_encode(array_diff_key($said, ['file' => true]), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
            $registry->push($repository, hash('sha256', $config), $config);
            $task->advance("sending {$release->name} {$release->version}", 0, $size);
            $registry->push($repository, $sha256, fopen($path, 'rb') ?: throw Refusal::notFound('The file of the pack could not be made.'));
            $manifest = PackArtifact::written($config, $sha256, $size, "{$pack->id}-{$tag}.pack.zip", array_filter([
                'org.opencontainers.image.title' => $release->name,
                'org.opencontainers.image.version' => $release->version,
                'org.opencontainers.image.description' => $pack->summary,
                'org.opencontainers.image.created' => $release->created_at->toRfc3339String(),
            ]));
            foreach (array_filter([$tag, (string) $task->about('channel')]) as $name) {
                $registry->tag($repository, $name, $manifest);
            }
        } finally {
            @unlink($path);
        }
        $this->reading->start($depot);
    }

    /** What came there stays, and is nothing before it has a name; pushing again goes on with it. */
    public function abandon(Task $task, string $why): void
    {
    }
}

<?php

declare(strict_types=1);

namespace App\Console\Demo;

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\Depot;
use App\Depots\Sync\Synchronising;
use App\Disk\Folder;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Packs\DepotFolder;
use App\Packs\Packing;
use App\Packs\Packs;
use App\Packs\SigningKey;
use App\Pictures\Scaled;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Pack\Pack;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Pack\Signature;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Share\Carried;
use Stasimon\Core\Share\HandOff;
use Symfony\Component\Process\Process;

/** The demo's packs: one of a large instance in two releases, and one that somebody else has published. */
final readonly class DemoPacks
{
    public function __construct(
        private Packs $packs,
        private Packing $packing,
        private SigningKey $key,
        private Games $games,
        private Synchronising $synchronising,
    ) {
    }

    /** The large one as a pack, and a newer release of it: with a mod less, newer ones, and another config. */
    public function make(Instance $instance): void
    {
        $folder = new Folder($instance);
        File::ensureDirectoryExists($folder->live('config'));
        $configs = [
            'config/tides.json' => "{\n    \"springs\": 1,\n    \"neaps\": 1\n}\n",
            'config/harbour-map.cfg' => "islands = on\nshoals = on\nnames = on\n",
        ];
        foreach ($configs as $path => $text) {
            File::put($folder->live($path), $text);
        }
        $four = $this->packs->of(
            $this->packing->pack(
                $instance->load('placed'),
                [
                    'id' => 'grand-archipelago',
                    'version' => '4',
                    'name' => 'Grand Archipelago',
                    'summary' => 'Every island at once.',
                    'licence' => 'CC-BY-4.0',
                    'notes' => '',
                ],
                array_keys($configs),
                picture: Scaled::caged($this->picture(), Scaled::PACK),
                isSigned: true,
            ),
        );
        $this->newer($instance, $four, $configs);
        $this->published();
    }

    /**
     * The release after: with a mod less, newer releases, and another config.
     *
     * @param  array<string, string>  $configs  path => text
     */
    private function newer(Instance $instance, Pack $four, array $configs): void
    {
        $catalogue = new DepotCatalogue($this->games->get('ferrywright'));
        $gone = $instance->plan->wants[0]->id;
        $plan = $instance->plan->without($gone);
        $answer = (new Resolver($catalogue))->resolve($plan->request($catalogue, $catalogue->game, []));
        if (! ($answer instanceof Resolved)) {
            return;
        }
        $configs['config/tides.json'] = "{\n    \"springs\": 2,\n    \"neaps\": 1,\n    \"surges\": true\n}\n";
        $releases = array_diff_key($answer->versions(), array_flip($plan->base->packages()));
        $five = new Pack(
            'grand-archipelago',
            '5',
            new HandOff('Grand Archipelago', $plan, $releases),
            $four->summary,
            $four->licence,
            "Newer releases, higher springs, and no more {$catalogue->package($gone)?->title()}.",
            new Carried(array_map(fn (string $text): string => hash('sha256', $text), $configs)),
            $four->picture,
        );
        $this->packs->keep(
            $five,
            $document = PackFile::document($five),
            $configs,
            signature: Signature::of($document, $this->key->secret()),
        );
    }

    private function picture(): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'stasimon-picture');
        (new Process([PHP_BINARY, base_path('standins/content/picture.php'), '--out', $file]))->mustRun();
        $bytes = (string) file_get_contents($file);
        unlink($file);

        return $bytes;
    }

    /** A pack that somebody else has published in a depot, and that is not here. */
    private function published(): void
    {
        $folder = config('stasimon.var').'/depots/tidepool';
        $depot = Depot::query()->where('slug', 'tidepool')->first();
        if ($depot === null || $depot->paused || ! is_dir($folder)) {
            return;
        }
        $author = Instance::query()->with('placed')->where('name', 'Harbour Lights')->firstOrFail();
        $made = $this->packing->pack(
            $author,
            [
                'id' => 'small-harbours',
                'version' => '2',
                'name' => 'Small Harbours',
                'summary' => 'Piers, bells and fog for a few evenings.',
                'licence' => 'CC0-1.0',
                'notes' => '',
            ],
            [],
        );
        $file = $this->packing->file($made);
        DepotFolder::publish($file, $folder, 'Tidepool', now()->getTimestamp());
        unlink($file);
        $made->delete();
        $this->synchronising->run($depot, Task::query()->create(['kind' => TaskKind::Sync, 'state' => TaskState::Done]));
    }
}

<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\Instance;
use App\Worlds\Backups;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

/** Does as games do while they save: writes beside, renames into place, takes away and makes folders anew, until it is ended. */
function saves(string $live): never
{
    for ($n = 0; ; $n++) {
        foreach (['config/deep', 'worlds/Long Shore', 'mods'] as $folder) {
            @mkdir("{$live}/{$folder}", recursive: true);
            @file_put_contents("{$live}/{$folder}/a.json.tmp", '{"mods": {}, "n": '.$n.'}');
            @rename("{$live}/{$folder}/a.json.tmp", "{$live}/{$folder}/".($folder === 'worlds/Long Shore' ? 'world.json' : 'a.json'));
            @mkdir("{$live}/{$folder}/region-{$n}");
            @file_put_contents("{$live}/{$folder}/region-{$n}/r.zip", 'x');
            @unlink("{$live}/{$folder}/region-{$n}/r.zip");
            @rmdir("{$live}/{$folder}/region-{$n}");
        }
    }
}

it('answers every page while a game writes, renames and takes away', function (): void {
    World::depot();
    $instance = World::applied(['gulls', 'fogbank']);
    $live = (new Folder($instance))->live();
    DB::disconnect();
    $writer = pcntl_fork();
    if ($writer === 0) {
        saves($live);
    }
    try {
        for ($end = microtime(true) + 60; ! is_file("{$live}/worlds/Long Shore/world.json") && microtime(true) < $end;) {
            usleep(10_000);
        }
        for ($turn = 0; $turn < 4; $turn++) {
            DB::table('instances')
                ->where('id', $instance->id)
                ->update(['look' => null]);
            foreach (
                [
                    '',
                    '/draft',
                    '/find?q=gulls',
                    '/shelf',
                    '/order',
                    '/worlds',
                    '/configs',
                    '/files',
                    '/rehearsals',
                    '/history',
                    '/move',
                    '/hand-off',
                    '/about',
                    '/configs/search?words=mods',
                ] as $page
            ) {
                $answer = $this->get("/instances/{$instance->id}{$page}");
                expect($answer->status())->toBe(200, "{$page} ".$answer->baseResponse->exception?->getMessage());
            }
        }
        $fresh = Instance::query()
            ->with(['placed', 'draft'])
            ->findOrFail($instance->id);
        expect(World::rehearsed($fresh)->state->isOver())
            ->toBeTrue()
            ->and($fresh->refresh()->problem)
            ->toBeNull();
        // Worlds that are written into are kept as they can be, or not at all; nothing else comes of it.
        app(Backups::class)->make($fresh, 'while it saves');
        $this->get("/instances/{$instance->id}/server.zip")->assertStatus(200);
    } finally {
        posix_kill($writer, SIGKILL);
        pcntl_waitpid($writer, $status);
        File::deleteDirectory("{$live}/config/deep");
    }
});

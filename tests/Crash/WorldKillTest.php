<?php

declare(strict_types=1);

use App\Disk\Applying;
use App\Disk\Folder;
use App\Models\Backup;
use App\Models\Instance;
use App\Worlds\Backups;
use App\Worlds\PuttingBack;
use Illuminate\Support\Facades\File;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Worlds\Thinning;
use Tests\Support\Killed;
use Tests\Support\World;

it('loses no world and no backup at random moments of keeping, thinning and putting back', function (): void {
    World::depot();
    $instance = World::applied(['gulls']);
    $folder = new Folder($instance);
    $worlds = $folder->live('worlds');
    $dice = new Randomizer(new Mt19937(40));
    $tree = fn (string $of): string => (string) json_encode(World::tree($of));
    $laid = function (Backup $backup) use ($instance, $tree): string {
        $to = sys_get_temp_dir().'/stasimon-kill-'.getmypid();
        File::deleteDirectory($to);
        app(Backups::class)->lay($instance, $backup->id, $to);
        $is = $tree($to);
        File::deleteDirectory($to);

        return $is;
    };
    File::ensureDirectoryExists("{$worlds}/Long Shore");
    $region = $dice->getBytes(3_000_000);
    $kept = [];
    // Microseconds that each takes whole, as it turns out: the first of each is left alone, and then as many come too early as too late.
    $longest = ['backup' => 0, 'back' => 0];
    $became = ['kept' => 0, 'not' => 0, 'back' => 0];
    $kills = (int) (getenv('STASIMON_KILLS') ?: 30);
    // Kills that all came too early or too late would have shown nothing; where they did, there are more of them.
    $isShown = function () use (&$became): bool {
        return $became['kept'] > 2 && $became['not'] > 2 && $became['back'] > 1;
    };
    for ($kill = 0; $kill < $kills || (! $isShown() && $kill < 5 * $kills); $kill++) {
        // The game has written into it since.
        $region = substr_replace($region, $dice->getBytes(9_000), $dice->getInt(0, 2_900_000), $dice->getInt(8_000, 9_500));
        file_put_contents("{$worlds}/Long Shore/region.bin", $region);
        file_put_contents("{$worlds}/Long Shore/world.json", json_encode(['mods' => new stdClass(), 'day' => $kill]));
        $now = $tree($worlds);
        // Some are old enough to go.
        Backup::query()
            ->inRandomOrder()
            ->limit(1)
            ->update(['made_at' => now()->subDays($dice->getInt(0, 40))]);
        // By the rule, as things are and as they will be with one more.
        $made = Backup::query()
            ->get()
            ->mapWithKeys(fn (Backup $backup): array => [$backup->id => $backup->made_at->toDateTimeImmutable()])
            ->all();
        $goes = [
            ...Thinning::going($made, [], now()->toDateTimeImmutable()),
            ...Thinning::going($made + [PHP_INT_MAX => now()->toDateTimeImmutable()], [], now()->toDateTimeImmutable()),
        ];
        $target = Backup::query()->whereNotIn('id', $goes)->orderByDesc('id')->first();
        if ($kill % 2 === 1 && $target !== null) {
            app(PuttingBack::class)->of($instance->refresh(), $target, false);
        }
        $isBack = $instance->draft()->exists();
        $task = World::task($instance);
        $work = fn () => $isBack
            ? app(Applying::class)->run(Instance::query()->findOrFail($instance->id), $task)
            : app(Backups::class)->make(Instance::query()->findOrFail($instance->id), "kill {$kill}");
        $start = hrtime(true);
        $kind = $isBack ? 'back' : 'backup';
        Killed::after($longest[$kind] === 0 ? 0 : $dice->getInt(1, (int) ($longest[$kind] * 1.1)), $work);
        $longest[$kind] = $longest[$kind] ?: intdiv(hrtime(true) - $start, 1000);
        app(Applying::class)->recover(Instance::query()->findOrFail($instance->id));
        // The worlds are those of before or those of the backup, whole.
        $is = $tree($worlds);
        expect($is === $now || ($isBack && $target !== null && $is === $kept[$target->id]))->toBeTrue("kill {$kill}");
        $became['back'] += $isBack && $is !== $now ? 1 : 0;
        // No backup went that the rule keeps, and each that is there is what it was.
        $there = Backup::query()->get()->keyBy('id');
        expect(array_diff(array_keys($kept), $goes, $there->keys()->all()))->toBe([], "kill {$kill}");
        $new = $there->except(array_keys($kept));
        $became[$new->isEmpty() ? 'not' : 'kept']++;
        $isDone = $isBack ? $is !== $now : $new->isNotEmpty();
        $longest[$kind] = (int) ($longest[$kind] * ($isDone ? 0.95 : 1.05));
        foreach ($new as $backup) {
            $kept[$backup->id] = $now;
        }
        $kept = array_intersect_key($kept, $there->all());
        foreach ($kill % 5 === 0 ? $there : $new as $backup) {
            expect($laid($backup))->toBe($kept[$backup->id], "kill {$kill}");
        }
        $instance->draft()->delete();
        $region = (string) file_get_contents("{$worlds}/Long Shore/region.bin");
    }
    expect($isShown())->toBeTrue((string) json_encode($became));
});

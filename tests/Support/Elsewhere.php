<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Depots\Depot;
use App\Depots\Sync\Synchronising;
use ZipArchive;

/** Places that do not speak our protocol, given out by a server that is not ours, and read as depots. */
final class Elsewhere
{
    /** @return array{WebFolder, string} a folder that is given out, and where it is */
    public static function folder(string $rule = ''): array
    {
        $folder = sys_get_temp_dir().'/elsewhere-'.bin2hex(random_bytes(5));
        mkdir($folder);

        return [self::given($folder, $rule), $folder];
    }

    public static function given(string $folder, string $rule = ''): WebFolder
    {
        $web = new WebFolder($folder, $rule);
        config(['stasimon.private_depots' => [...config('stasimon.private_depots'), $web->address]]);

        return $web;
    }

    public static function depot(WebFolder $web, string $path = ''): Depot
    {
        // As it is called until it has said its name.
        $name = $web->address.$path;

        return Depot::query()->create(['slug' => 'elsewhere', 'name' => $name, 'url' => "http://{$web->address}{$path}", 'place' => 5]);
    }

    public static function read(Depot $depot): Depot
    {
        app(Synchronising::class)->run($depot->refresh(), World::task(null, 'sync'));

        return $depot->refresh();
    }

    /** @param  array<string, mixed>  $more */
    public static function mod(string $path, string $id, string $version, array $more = []): void
    {
        is_dir(dirname($path)) || mkdir(dirname($path), recursive: true);
        $zip = new ZipArchive();
        $zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE);
        $zip->addFromString('assets/noise.bin', random_bytes(300_000));
        $zip->addFromString('ferry.mod.json', (string) json_encode(['id' => $id, 'version' => $version, 'name' => ucfirst($id)] + $more));
        $zip->close();
    }
}

<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Disk\Folder;
use App\Files\Entries;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Side;
use App\Refusal\Meaning;
use App\Refusal\Refusal;
use App\Rehearsals\Launch\Starting;
use App\Store\FullDisk;
use Stasimon\Core\Game\Way;
use Stasimon\Core\Place\Placement;
use ZipArchive;

/** A server as a ZIP archive for a machine that has no Stasimon: what is placed, its configs, and a script that starts it. */
final readonly class ServerFolder
{
    /** How often it is begun anew where a file goes meanwhile. */
    private const TURNS = 5;

    public function __construct(private Games $games, private Starting $starting)
    {
    }

    /** @return string where the archive lies, which whoever asked takes away */
    public function archive(Instance $instance): string
    {
        if ($instance->applied_at === null) {
            throw Refusal::conflict("{$instance->name} is not applied yet, so there is no folder of it.");
        }
        $to = (string) tempnam(sys_get_temp_dir(), 'stasimon-server');
        for ($turn = 0; $turn < self::TURNS; $turn++) {
            if ($this->pack($instance, $to)) {
                return $to;
            }
        }
        @unlink($to);
        throw Meaning::isDiskFull()
            ? FullDisk::writing('the archive of a server')
            : Refusal::conflict("Files of {$instance->name} come and go just now, perhaps because it is played. Ask again when they rest.");
    }

    /** Whether all of it is in the archive: a file may go while it is packed. */
    private function pack(Instance $instance, string $to): bool
    {
        $game = $this->games->get($instance->plan->base->game);
        $live = (new Folder($instance))->live();
        $worlds = $game->worlds['folder'] ?? null;
        $zip = new ZipArchive;
        $zip->open($to, ZipArchive::CREATE | ZipArchive::OVERWRITE) === true || throw FullDisk::writing('the archive of a server');
        $texts = $this->starting->elsewhere($instance, Side::Server, $game->launch->canJoin() ? Way::Serve : Way::Play);
        $placement = new Placement($game);
        $sums = '';
        foreach (Entries::files($live) as $path => $file) {
            if (($worlds === null || ! str_starts_with($path, "{$worlds}/"))) {
                $zip->addFile("{$live}/{$path}", $path);
                // Most of it is archives, of which nothing gets smaller.
                $zip->setCompressionName($path, ZipArchive::CM_STORE);
                $isKept = ! isset($texts[$path]) && ! $placement->isOwn($path) && ! str_starts_with($path, 'logs/');
                $sums .= $isKept ? hash_file('sha256', "{$live}/{$path}")."  {$path}\n" : '';
            }
        }
        // What of it has to stay as it is: `sha256sum -c SHA256SUMS`, or `bin/stasimon folder check`.
        foreach ($texts + ['SHA256SUMS' => $sums] as $path => $text) {
            $zip->addFromString($path, $text);
            $zip->setExternalAttributesName($path, ZipArchive::OPSYS_UNIX, (str_ends_with($path, '.sh') ? 0o100755 : 0o100644) << 16);
        }

        return @$zip->close();
    }
}

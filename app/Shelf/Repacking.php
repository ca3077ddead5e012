<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Files\Entries;
use App\Refusal\Refusal;
use Illuminate\Support\Facades\File;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;
use ZipArchive;

/**
 * Makes a ZIP archive of one that is packed otherwise, by bsdtar (Debian's libarchive-tools) where it is there. It comes from
 * strangers: the program may take so much memory, processor and room (prlimit(1)), and writes one file.
 */
final class Repacking
{
    /** Magic numbers. Source: 7zFormat.txt of the 7-Zip sources; RAR 5.0 archive format; unRAR's archive.hpp for the older one. */
    private const KINDS = ["7z\xBC\xAF\x27\x1C" => '7z', "Rar!\x1A\x07\x01\x00" => 'RAR', "Rar!\x1A\x07\x00" => 'RAR'];

    private const SECONDS = 120;

    private const MEMORY = 1_500_000_000;

    private const WRITTEN = 2_000_000_000;

    /** How a file is packed, where that is not ZIP; null for all else. */
    public static function kindOf(string $path): ?string
    {
        $head = (string) @file_get_contents($path, false, null, 0, 8);
        foreach (self::KINDS as $magic => $kind) {
            if (str_starts_with($head, $magic)) {
                return $kind;
            }
        }

        return null;
    }

    /**
     * Puts a ZIP archive of the same files in its place.
     *
     * @return bool whether it was packed otherwise
     *
     * @throws Refusal that says what is missing, or wrong with it
     */
    public function repack(string $path, string $name): bool
    {
        $kind = self::kindOf($path);
        if ($kind === null) {
            return false;
        }
        $program = (new ExecutableFinder())->find('bsdtar') ??
            throw Refusal::unusable(
                "{$name} is packed as {$kind}, which bsdtar reads, and that is not on this machine: Debian has it in libarchive-tools. Or ".
                    'unpack it and pack it as a ZIP.',
            );
        $folder = "{$path}.unpacked";
        try {
            // As one file first, whose size is bounded: so much can come out of it, and no more.
            $isRead =
                $this->run($program, ['--format', 'pax', '-cf', "{$path}.tar", "@{$path}"]) &&
                (is_dir($folder) || mkdir($folder, 0o700)) &&
                $this->run($program, ['--no-same-owner', '--no-same-permissions', '-xf', "{$path}.tar", '-C', $folder]);
            if (! $isRead || ! self::pack($folder, "{$path}.zip")) {
                throw Refusal::unusable("{$name} is packed as {$kind}, and cannot be read: it is damaged, locked or too large.");
            }
        } finally {
            @unlink("{$path}.tar");
            File::deleteDirectory($folder);
        }
        rename("{$path}.zip", $path);

        return true;
    }

    /** @param  list<string>  $arguments */
    private function run(string $program, array $arguments): bool
    {
        $limits = ['--as='.self::MEMORY, '--cpu='.self::SECONDS, '--fsize='.self::WRITTEN, '--core=0', '--nofile=64'];
        $process = new Process(
            ['prlimit', ...$limits, $program, ...$arguments],
            env: ['PATH' => '/usr/bin:/bin', 'LC_ALL' => 'C.UTF-8'],
            timeout: self::SECONDS,
        );

        return $process->run() === 0;
    }

    /** Packs the plain files of a folder, and nothing else that may have come out. */
    private static function pack(string $folder, string $to): bool
    {
        $zip = new ZipArchive();
        if ($zip->open($to, ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
            return false;
        }
        foreach (Entries::files($folder) as $path => $entry) {
            $zip->addFile("{$folder}/{$path}", $path);
        }

        return $zip->numFiles > 0 && $zip->close();
    }
}

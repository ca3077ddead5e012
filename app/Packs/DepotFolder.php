<?php

declare(strict_types=1);

namespace App\Packs;

use JsonException;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Pack\Listing;
use Stasimon\Core\Pack\Pack;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Pack\UnusablePack;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use stdClass;

/**
 * A depot as a folder (docs/formats/depot.md), into which packs are published: any web server that serves it as it lies
 * there is a depot. Each file is written beside and gets its name when it is whole; what names it is written last.
 */
final class DepotFolder
{
    /**
     * Publishes the file of a pack.
     *
     * @param  string  $folder  of a depot, or an empty one, or one that is not there
     * @param  string  $name  what the depot is called where the folder is none yet
     * @return bool false where it is there already, as it is
     *
     * @throws UnusablePack|UnsafeArchive with a sentence
     */
    public static function publish(string $file, string $folder, string $name, int $now): bool
    {
        $pack = PackFile::open($file, basename($file))->pack;
        if (! is_dir($folder) && ! @mkdir($folder, 0755, true)) {
            throw UnusablePack::because("{$folder} is no folder, and none can be made there.");
        }
        self::refuseLinks($folder);
        $lock = @fopen("{$folder}/.publishing", 'ce');
        if ($lock === false || ! flock($lock, LOCK_EX)) {
            throw UnusablePack::because("Nothing can be written in {$folder}.");
        }
        try {
            self::establish($folder, $name);
            $list =
                self::document("{$folder}/".Listing::FILE, Listing::FORMAT) ??
                (object) ['format' => Listing::FORMAT, 'revision' => 1, 'packs' => []];
            $packs = is_array($list->packs ?? null) ? $list->packs : [];
            $digest = (string) hash_file('sha256', $file);
            if (self::isListed($packs, $pack, $digest)) {
                return false;
            }
            if (count($packs) >= Listing::MOST) {
                throw UnusablePack::because(
                    'That depot lists '.number_format(Listing::MOST).' releases of packs, and no more are read of one.',
                );
            }
            $path = self::pathOf($pack, $digest);
            is_dir("{$folder}/files") || @mkdir("{$folder}/files");
            @unlink("{$folder}/{$path}.part");
            if (! @copy($file, "{$folder}/{$path}.part") || ! rename("{$folder}/{$path}.part", "{$folder}/{$path}")) {
                throw UnusablePack::because("The file cannot be written in {$folder}.");
            }
            $list->packs = [...$packs, Listing::entry($pack, $path, (int) filesize($file), $digest, gmdate('Y-m-d\TH:i:s\Z', $now))];
            self::write("{$folder}/".Listing::FILE, $list);
        } finally {
            fclose($lock);
        }

        return true;
    }

    /**
     * @param  array<mixed>  $packs
     *
     * @throws UnusablePack where another one is listed under its name and version
     */
    private static function isListed(array $packs, Pack $pack, string $digest): bool
    {
        foreach ($packs as $there) {
            if ($there instanceof stdClass && ($there->id ?? null) === $pack->id && ($there->version ?? null) === $pack->version) {
                return ($there->file->sha256 ?? null) === $digest
                    ? true
                    : throw UnusablePack::because(
                        "{$pack->name()} {$pack->version} is published there already, and is another one than this. A release does ".
                            'not change; give this one another version.',
                    );
            }
        }

        return false;
    }

    private static function pathOf(Pack $pack, string $digest): string
    {
        return
            'files/'.
            $pack->id.
            '-'.
            preg_replace('/[^A-Za-z0-9._+-]/', '_', mb_substr($pack->version, 0, 40)).
            '-'.
            substr($digest, 0, 8).
            '.pack.zip';
    }

    /** @throws UnusablePack where something in the folder leads elsewhere: what is written there would be written elsewhere */
    private static function refuseLinks(string $folder): void
    {
        $documents = ['depot.json', 'changes.json', Listing::FILE];
        foreach (['.publishing', 'files', ...$documents, ...array_map(fn (string $file): string => "{$file}.part", $documents)] as $name) {
            if (is_link("{$folder}/{$name}")) {
                throw UnusablePack::because("{$name} in {$folder} is a link to another place, so nothing is published there.");
            }
        }
    }

    /** Makes it a depot, if it is none, that says that it has packs. */
    private static function establish(string $folder, string $name): void
    {
        if (! is_file("{$folder}/depot.json")) {
            if (array_diff(scandir($folder) ?: [], ['.', '..', '.publishing']) !== []) {
                throw UnusablePack::because(
                    "There is something in {$folder} already, and no depot.json. Name an empty folder, or that of a depot.",
                );
            }
            $id = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($name)), '-');
            self::write(
                "{$folder}/depot.json",
                (object) [
                    'format' => 'depot',
                    'revision' => 1,
                    'id' => $id === '' ? 'packs' : $id,
                    'name' => $name === '' ? 'Packs' : mb_substr($name, 0, Limits::CATEGORY),
                    'moderated' => false,
                ],
            );
        } elseif (self::document("{$folder}/depot.json", 'depot') === null) {
            throw UnusablePack::because("{$folder}/depot.json cannot be read.");
        }
        $changes = is_file("{$folder}/changes.json")
            ? self::document("{$folder}/changes.json", null) ?? throw UnusablePack::because("{$folder}/changes.json cannot be read.")
            : (object) ['sequence' => 0, 'changes' => []];
        if (($changes->packs ?? null) !== Listing::FILE) {
            $changes->packs = Listing::FILE;
            self::write("{$folder}/changes.json", $changes);
        }
    }

    private static function document(string $file, ?string $format): ?stdClass
    {
        if (! is_file($file)) {
            return null;
        }
        $document = json_decode((string) file_get_contents($file));

        return $document instanceof stdClass && ($format === null || ($document->format ?? null) === $format)
            ? $document
            : throw UnusablePack::because("{$file} is not what it should be. Nothing was changed.");
    }

    private static function write(string $file, stdClass $document): void
    {
        try {
            $text =
                json_encode($document, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE)."\n";
        } catch (JsonException) {
            throw UnusablePack::because("{$file} cannot be written.");
        }
        if (@file_put_contents("{$file}.part", $text) !== strlen($text) || ! rename("{$file}.part", $file)) {
            throw UnusablePack::because("{$file} cannot be written.");
        }
    }
}

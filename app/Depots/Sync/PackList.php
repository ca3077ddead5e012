<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Depots\Depot;
use App\Depots\Protocol\ChangeFeed;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Pack\Listing;

/** The packs that a depot lists, and trusts nothing in the list: an entry that cannot be used is left out. */
final class PackList
{
    /** Bytes of a pack's file: it names what it consists of, and carries configs and a few files. */
    private const LARGEST = 52_000_000;

    /**
     * Takes over a depot's list for the one that was there.
     *
     * @return list<string> what of it cannot be used
     *
     * @throws UnusableDocument where it is none
     */
    public static function keep(Depot $depot, string $json): array
    {
        $node = Node::ofJson($json);
        $node->expectFormat(Listing::FORMAT);
        $rows = $problems = [];
        foreach (array_slice($node->listed('packs'), 0, Listing::MOST) as $one) {
            try {
                $row = self::row($one);
                $rows["{$row['pack']} {$row['version']}"] ??= ['depot_id' => $depot->id] + $row;
            } catch (UnusableDocument $failure) {
                $problems[] = $failure->getMessage();
            }
        }
        DB::transaction(function () use ($depot, $rows): void {
            DB::table('depot_packs')->where('depot_id', $depot->id)->delete();
            foreach (array_chunk(array_values($rows), 500) as $portion) {
                DB::table('depot_packs')->insert($portion);
            }
        });

        return $problems;
    }

    /**
     * @return array<string, int|string|null>
     *
     * @throws UnusableDocument
     */
    private static function row(Node $one): array
    {
        $file = $one->field('file');
        $size = $file->field('size')->whole();
        if ($size < 1 || $size > self::LARGEST) {
            throw $file->field('size')->wrong('the file of a pack has between 1 and '.number_format(self::LARGEST).' bytes.');
        }
        $digest = $file->field('sha256')->text();
        if (preg_match('/^[0-9a-f]{64}$/D', $digest) !== 1) {
            throw $file->field('sha256')->wrong('64 lower-case hexadecimal digits are expected.');
        }
        $packages = $one->field('packages')->whole();

        return [
            'pack' => self::id($one->field('id')),
            'version' => self::line($one->field('version'), Limits::VERSION),
            'name' => self::line($one->field('name'), Limits::NAME),
            'summary' => PageReader::words($one->optional('summary')?->text() ?? '', Limits::SUMMARY),
            'licence' => PageReader::words($one->optional('licence')?->text() ?? '', Limits::NAME),
            'game' => self::id($one->field('game')),
            'game_version' => self::line($one->field('gameVersion'), Limits::VERSION),
            'loader' => self::id($one->field('loader')),
            'channels' => self::channels($one),
            'packages' => max(0, min(Limits::PACKAGES, $packages)),
            'file_path' => ReleaseReader::below($file->field('path')),
            'file_size' => $size,
            'file_sha256' => $digest,
            'published_at' => ReleaseReader::moment($one->optional('published')?->text()),
        ];
    }

    /** @throws UnusableDocument */
    private static function channels(Node $one): string
    {
        $names = array_map(fn (Node $name): string => self::line($name, 128), $one->has('channels') ? $one->listed('channels') : []);

        return implode(' ', array_slice($names, 0, 20));
    }

    private static function id(Node $node): string
    {
        return ChangeFeed::isId($node->text()) ? $node->text() : throw $node->wrong('that is no id.');
    }

    private static function line(Node $node, int $most): string
    {
        $text = $node->text();

        return preg_match('/^\P{C}{1,'.$most.'}$/Du', $text) === 1
            ? $text
            : throw $node->wrong("a text of 1 to {$most} characters that can be seen is expected.");
    }
}

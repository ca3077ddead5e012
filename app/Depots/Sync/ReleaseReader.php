<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use Stasimon\Core\Catalogue\Breakage;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Version\RangeReader;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\Timeline;
use Stasimon\Core\Version\UnusableRange;
use stdClass;

/** Reads a release as a depot describes it: its file, and whether what it says of others is within the limits. */
final class ReleaseReader
{
    private const DIGEST = '/^[0-9a-f]{64}$/D';

    private const BELOW = '#^[A-Za-z0-9][A-Za-z0-9._+/-]{0,'.(Limits::DEPOT_PATH - 1).'}$#D';

    private const PLAIN_NAME = '/^[\x20-\x7E]{1,'.Limits::FILE_NAME.'}$/D';

    /** The form of a moment that depots are asked to use; days that every month has need no looking up. */
    private const MOMENT = '/^(19[7-9]\d|2[01]\d\d)-(0[1-9]|1[0-2])-(0[1-9]|1\d|2[0-8])T([01]\d|2[0-3]):[0-5]\d:[0-5]\dZ$/D';

    /** @var array<string, string> key of a need => what is wrong with it, or nothing */
    private array $needs = [];

    /** @var array<string, bool> syntax and text => whether it is a range */
    private array $readable = [];

    public function __construct(private readonly int $depot)
    {
    }

    /**
     * @return array<string, mixed> a row of the releases table
     *
     * @throws UnusableDocument
     */
    public function row(Node $node, mixed $release, string $packageId): array
    {
        return $this->plain($release, $packageId) ?? $this->careful($node, $packageId);
    }

    /**
     * The same as {@see careful()} for a release that is as depots are asked to write it; null for any other, of which that
     * one knows what is wrong.
     *
     * @return array<string, mixed>|null
     */
    private function plain(mixed $release, string $packageId): ?array
    {
        $file = $release instanceof stdClass && is_array($release->files ?? null) ? $release->files[0] ?? null : null;
        $recommended = $release->recommended ?? false;
        $published = $release->published ?? null;
        if (
            ! isset($file->sha256, $file->name, $file->size, $file->path, $release->version) ||
            isset($file->content) ||
            ! is_bool($recommended) ||
            ! is_string($published) ||
            strlen($published) !== 20 ||
            preg_match(self::MOMENT, $published) !== 1 ||
            ! is_string($file->sha256) ||
            ! is_string($file->name) ||
            ! is_int($file->size) ||
            ! is_string($file->path) ||
            ! is_string($release->version) ||
            ! self::isVersion($release->version) ||
            $file->size < 0 ||
            $file->size > Limits::FILE_SIZE ||
            preg_match(self::DIGEST, $file->sha256) !== 1 ||
            preg_match(self::PLAIN_NAME, $file->name) !== 1 ||
            preg_match(self::BELOW, $file->path) !== 1 ||
            str_contains($file->path, '..')
        ) {
            return null;
        }

        return [
            'package_id' => $packageId,
            'version' => $release->version,
            'depot_id' => $this->depot,
            'recommended' => $recommended,
            'published_at' => $published,
            'file_name' => $file->name,
            'file_size' => $file->size,
            'file_sha256' => $file->sha256,
            'file_path' => $file->path,
            'content' => null,
        ];
    }

    /**
     * @return array<string, mixed>
     *
     * @throws UnusableDocument
     */
    private function careful(Node $release, string $packageId): array
    {
        $file = $release->field('files')->items()[0] ?? throw $release->field('files')->wrong('a release has at least one file.');
        $digest = $file->field('sha256');
        if (preg_match(self::DIGEST, $digest->text()) !== 1) {
            throw $digest->wrong('64 lower-case hexadecimal digits are expected.');
        }
        $version = $release->field('version');
        if (! self::isVersion($version->text())) {
            throw $version->wrong('a version is a text of 1 to '.Limits::VERSION.' characters that can be seen.');
        }
        $name = $file->field('name');
        if (preg_match('/^\P{C}{1,'.Limits::FILE_NAME.'}$/Du', $name->text()) !== 1) {
            throw $name->wrong('the name of a file is a text of 1 to '.Limits::FILE_NAME.' characters that can be seen.');
        }
        $size = $file->field('size');
        if ($size->whole() < 0 || $size->whole() > Limits::FILE_SIZE) {
            throw $size->wrong('a size is between 0 and '.number_format(Limits::FILE_SIZE).' bytes.');
        }

        return [
            'package_id' => $packageId,
            'version' => $version->text(),
            'depot_id' => $this->depot,
            'recommended' => $release->optional('recommended')?->flag() ?? false,
            'published_at' => self::moment($release->optional('published')?->text()),
            'file_name' => $name->text(),
            'file_size' => $size->whole(),
            'file_sha256' => $digest->text(),
            'file_path' => self::below($file->field('path')),
            'content' => $file->has('content') ? self::content($file->field('content')) : null,
        ];
    }

    /**
     * The folder that is the content: one, or one for each of several versions of the game, as they are kept.
     *
     * @throws UnusableDocument
     */
    private static function content(Node $content): string
    {
        if ($content->isText()) {
            return self::below($content);
        }
        $folders = array_map(
            fn (Node $one): array => [$one->field('range')->text(), self::below($one->field('folder'))],
            array_slice($content->items(), 0, 50),
        );

        return json_encode($folders, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
    }

    private static function isVersion(string $text): bool
    {
        return preg_match('/^\P{C}{1,'.Limits::VERSION.'}$/Du', $text) === 1;
    }

    /** @throws UnusableDocument */
    public static function below(Node $path): string
    {
        $text = $path->text();
        if (preg_match(self::BELOW, $text) !== 1 || str_contains($text, '..')) {
            throw $path->wrong('a path below the depot is expected, of at most '.Limits::DEPOT_PATH.' letters, digits and . _ + - /.');
        }

        return $text;
    }

    /** A moment in the years that there are releases in; null for what is none. */
    public static function moment(?string $text): ?string
    {
        $form =
            '/^((?:19[7-9]|2[01]\d)\d)-(\d\d)-(\d\d)(?:[Tt ]([01]\d|2[0-3]):([0-5]\d)(?::([0-5]\d)(?:\.\d{1,9})?)?)?([Zz]|[+-](?:0\d'.
            '|1[0-4]):?[0-5]\d)?$/D';
        if ($text === null || preg_match($form, $text, $part) !== 1 || ! checkdate((int) $part[2], (int) $part[3], (int) $part[1])) {
            return null;
        }
        $time =
            ($part[4] ?? '') === '' ? '00:00:00' : "{$part[4]}:".($part[5] ?? '00').':'.(($part[6] ?? '') === '' ? '00' : $part[6]);
        $zone = strtoupper($part[7] ?? '') === 'Z' || ($part[7] ?? '') === '' ? '+00:00' : $part[7];

        return "{$part[1]}-{$part[2]}-{$part[3]}T{$time}{$zone}";
    }

    /**
     * Ranges that are ranges of no order of versions; what has them stays, and they are met by nothing.
     *
     * @return list<string> sentences
     */
    public function unreadable(Package $package): array
    {
        $said = [];
        foreach ($package->releases as $release) {
            $targets = array_map(fn (Breakage $breakage): Target => $breakage->target, $release->breaks);
            foreach ([...$release->needs(), ...$release->suggests] as $need) {
                array_push($targets, ...$need->alternatives);
            }
            foreach ($targets as $target) {
                if (! ($this->readable[$package->syntax->value.$target->range] ??= $this->isRange($target->range, $package->syntax))) {
                    $key = "{$target->id} {$target->range}";
                    $said[$key] ??= "Release {$release->version}: “{$target->range}”, which it says of {$target->id}, is not a range; ".
                        'nothing meets it.';
                }
            }
        }

        return array_values($said);
    }

    private function isRange(string $text, Syntax $syntax): bool
    {
        // Labels of a sequence may be any words, so of what is one word nothing can be said here.
        if (preg_match('/^[<>=]*\s*[^\s,()\[\]|]+$/D', $text) === 1) {
            return true;
        }
        foreach ([Scheme::Semver, Scheme::Maven, Scheme::Date] as $scheme) {
            try {
                RangeReader::read($text, $syntax, new Timeline($scheme, []));

                return true;
            } catch (UnusableRange) {
                continue;
            }
        }

        return false;
    }

    /** @return array<string, string> "v" and version of a release => what it says too much of, or too long */
    public function beyondLimits(Package $package): array
    {
        $inAll = 0;
        $wrong = [];
        foreach ($package->releases as $release) {
            $count =
                count($release->needs()) +
                count($release->suggests) +
                count($release->breaks) +
                count($release->provides) +
                count($release->replaces);
            $inAll += $count;
            $why = match (true) {
                $count > Limits::RELATIONS => 'it says more than '.number_format(Limits::RELATIONS).' things of others.',
                $inAll > Limits::RELATIONS_IN_ALL => 'its package says more than '.
                    number_format(Limits::RELATIONS_IN_ALL).
                    ' things of others.',
                default => $this->tooLong($release),
            };
            if ($why !== '') {
                $wrong['v'.$release->version] = $why;
            }
        }

        return $wrong;
    }

    private function tooLong(Release $release): string
    {
        foreach ([...$release->needs(), ...$release->suggests] as $need) {
            $why = $this->needs[$need->key] ??= self::need($need);
            if ($why !== '') {
                return $why;
            }
        }
        foreach ($release->breaks as $breakage) {
            $why =
                mb_strlen($breakage->why) > Limits::REMARK
                    ? 'a reason is longer than '.number_format(Limits::REMARK).' characters.'
                    : self::target($breakage->target);
            if ($why !== '') {
                return $why;
            }
        }
        foreach ($release->replaces as $replacement) {
            $why = $replacement->target === null ? '' : self::target($replacement->target);
            if ($why !== '') {
                return $why;
            }
        }
        foreach ($release->provides as $provision) {
            if (strlen($provision->id) > Limits::ID || mb_strlen($provision->version) > Limits::VERSION) {
                return 'what it provides is named with more than '.Limits::ID.' characters.';
            }
        }

        return '';
    }

    private static function need(Need $need): string
    {
        if (count($need->alternatives) > Limits::ALTERNATIVES) {
            return 'a need has more than '.Limits::ALTERNATIVES.' alternatives.';
        }
        foreach ($need->alternatives as $target) {
            $why = self::target($target);
            if ($why !== '') {
                return $why;
            }
        }

        return '';
    }

    private static function target(Target $target): string
    {
        return match (true) {
            strlen($target->id) > Limits::ID => 'an id is longer than '.Limits::ID.' characters.',
            mb_strlen($target->range) > Limits::RANGE => 'a range is longer than '.Limits::RANGE.' characters.',
            default => '',
        };
    }
}

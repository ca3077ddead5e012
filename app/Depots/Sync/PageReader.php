<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Depots\Protocol\ChangeFeed;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use stdClass;

/** Reads what people see of a package: texts are cut to what is shown, and what makes no sense is passed over. */
final class PageReader
{
    /** Bytes of a picture, and shots of a package, that are taken. */
    private const PICTURE = 2_000_000;

    private const SHOTS = 6;

    private const NOTICES = ['broken', 'abandoned', 'replaced', 'fine'];

    /**
     * @param  list<array<string, mixed>>  $rows  of the releases table
     * @return array<string, mixed>
     */
    public function read(Node $node, stdClass $document, array $rows): array
    {
        $text = fn (string $field): string => is_string($document->{$field} ?? null)
            ? self::words($document->{$field}, Limits::SUMMARY)
            : '';
        $shown = array_fill_keys(array_map(fn (array $row): string => 'v'.$row['version'], $rows), true);
        $notes = [];
        foreach ($document->releases as $release) {
            if (is_string($release->notes ?? null) && is_string($release->version ?? null) && isset($shown['v'.$release->version])) {
                $notes[$release->version] = self::words($release->notes, Limits::NOTES);
            }
        }
        $name = is_string($document->name ?? null) ? self::words($document->name, Limits::NAME) : '';

        return [
            'name' => $name === '' ? $node->field('id')->text() : $name,
            'summary' => $text('summary'),
            'categories' => self::categories($document->categories ?? null),
            'side' => in_array($document->side ?? '', ['client', 'server', 'both'], true) ? $document->side : 'both',
            'downloads' => is_int($document->downloads ?? null) ? max(0, min(Limits::DOWNLOADS, $document->downloads)) : 0,
            'size' => $rows === [] ? 0 : $rows[count($rows) - 1]['file_size'],
            'published' => max([null, ...array_column($rows, 'published_at')]),
            'licence' => $text('licence'),
            'of' => is_string($document->of ?? null) && ChangeFeed::isId($document->of) ? $document->of : null,
            'notices' => self::notices($node),
            'notes' => $notes,
            'pictures' => self::pictures($document),
        ];
    }

    /** @return list<array{place: int, path: string, size: int, sha256: string}> its picture, at place 0, and shots of it */
    private static function pictures(stdClass $document): array
    {
        $shots = is_array($document->shots ?? null) ? array_slice($document->shots, 0, self::SHOTS) : [];
        $pictures = [];
        foreach ([$document->picture ?? null, ...$shots] as $place => $one) {
            $isOne =
                $one instanceof stdClass &&
                is_string($one->path ?? null) &&
                $one->path !== '' &&
                strlen($one->path) <= Limits::PATH &&
                mb_check_encoding($one->path, 'UTF-8') &&
                ! str_contains($one->path, "\0") &&
                is_int($one->size ?? null) &&
                $one->size > 0 &&
                $one->size <= self::PICTURE &&
                is_string($one->sha256 ?? null) &&
                preg_match('/^[0-9a-f]{64}$/D', $one->sha256) === 1;
            $isOne && ($pictures[] = ['place' => $place, 'path' => $one->path, 'size' => $one->size, 'sha256' => $one->sha256]);
        }

        return $pictures;
    }

    /** @return list<string> */
    private static function categories(mixed $given): array
    {
        $words = array_map(
            fn (string $one): string => self::words($one, Limits::CATEGORY),
            array_filter(is_array($given) ? $given : [], is_string(...)),
        );

        return array_slice(array_values(array_unique(array_filter($words, fn (string $one): bool => $one !== ''))), 0, Limits::CATEGORIES);
    }

    /** @return list<array{kind: string, version: ?string, text: string, understudy: ?string}> */
    private static function notices(Node $package): array
    {
        $notices = [];
        try {
            $given = array_slice($package->listed('notices'), 0, Limits::NOTICES);
        } catch (UnusableDocument) {
            return [];
        }
        foreach ($given as $notice) {
            try {
                $version = $notice->optional('version')?->text();
                $understudy = $notice->optional('understudy')?->id();
                if (
                    in_array($notice->field('kind')->text(), self::NOTICES, true) &&
                    mb_strlen((string) $version) <= Limits::VERSION &&
                    ! str_contains((string) $version, "\0") &&
                    strlen((string) $understudy) <= Limits::ID
                ) {
                    $notices[] = [
                        'kind' => $notice->field('kind')->text(),
                        'version' => $version,
                        'text' => self::words($notice->field('text')->text(), Limits::REMARK),
                        'understudy' => $understudy,
                    ];
                }
            } catch (UnusableDocument) {
                continue;
            }
        }

        return $notices;
    }

    /** A text for people: without the one character that PostgreSQL does not keep, and as long as is shown. */
    public static function words(string $text, int $length): string
    {
        return trim(mb_substr(str_replace("\0", '', mb_scrub($text)), 0, $length));
    }
}

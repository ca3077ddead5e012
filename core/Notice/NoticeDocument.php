<?php

declare(strict_types=1);

namespace Stasimon\Core\Notice;

use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** Reads and writes lists of notices: docs/formats/notices.schema.json. */
final class NoticeDocument
{
    public const FORMAT = 'stasimon/notices';

    /** Bytes of a list, and notices in it. */
    public const LONGEST = 8_000_000;

    public const MOST = 20_000;

    /** Signed is what stands before this field, which comes last. */
    private const SIGNED = ",\n    \"signature\": ";

    /**
     * A notice that cannot be used is passed over: others are no worse for it. A list whose signature is wrong is refused.
     *
     * @throws UnusableDocument
     */
    public static function read(string $json): NoticeList
    {
        $node = Node::ofJson($json);
        $node->expectFormat(self::FORMAT);
        $items = $node->listed('notices');
        if (count($items) > self::MOST) {
            throw $node->field('notices')->wrong('at most '.number_format(self::MOST).' notices are read.');
        }
        $notices = [];
        foreach ($items as $item) {
            try {
                $notices[] = self::notice($item);
            } catch (UnusableDocument) {
            }
        }

        return new NoticeList(
            $node->field('name')->words(),
            $node->optional('author')?->words() ?? '',
            $node->optional('licence')?->words() ?? '',
            self::day($node->optional('date')),
            $notices,
            count($items) - count($notices),
            self::key($node, $json),
        );
    }

    /** @throws UnusableDocument */
    private static function notice(Node $node): Notice
    {
        $beside = [];
        foreach (array_slice($node->listed('beside'), 0, Limits::ALTERNATIVES) as $one) {
            $beside[$one->field('id')->id()] = self::range($one->optional('range'));
        }
        $kind = $node->field('kind')->choice(NoticeKind::class);
        if ($kind === NoticeKind::Apart && $beside === []) {
            throw $node->wrong('it says of nothing that it must not stand beside it.');
        }
        $setting = $node->optional('setting');

        return new Notice(
            $node->field('about')->id(),
            $kind,
            $node->field('text')->words(Limits::REMARK),
            self::range($node->optional('releases')),
            $node->optional('game')?->id() ?? '',
            self::range($node->optional('versions')),
            $beside,
            $node->optional('instead')?->id() ?? '',
            $setting?->field('file')->words(Limits::PATH) ?? '',
            $setting?->field('key')->words(Limits::RANGE) ?? '',
            $setting?->field('value')->words(Limits::RANGE) ?? '',
            $node->optional('place')?->words(Limits::PATH) ?? '',
            self::day($node->optional('said')),
        );
    }

    private static function range(?Node $node): string
    {
        return $node === null || trim($node->text()) === '' ? '*' : $node->words(Limits::RANGE);
    }

    private static function day(?Node $node): string
    {
        $isOne = $node !== null && preg_match('/^(\d{4})-(\d\d)-(\d\d)$/D', $node->text(), $part) === 1;

        return $isOne && checkdate((int) $part[2], (int) $part[3], (int) $part[1]) ? $node->text() : '';
    }

    /** @throws UnusableDocument where it is signed, and was changed since */
    private static function key(Node $node, string $json): string
    {
        $signature = $node->optional('signature');
        if ($signature === null) {
            return '';
        }
        $key = base64_decode($signature->field('key')->text(), true);
        $bytes = base64_decode($signature->field('bytes')->text(), true);
        $end = strrpos($json, self::SIGNED);
        $isRight =
            $key !== false &&
            $bytes !== false &&
            $end !== false &&
            strlen($key) === SODIUM_CRYPTO_SIGN_PUBLICKEYBYTES &&
            strlen($bytes) === SODIUM_CRYPTO_SIGN_BYTES &&
            sodium_crypto_sign_verify_detached($bytes, substr($json, 0, $end), $key);

        return $isRight
            ? implode(' ', str_split(substr(hash('sha256', $key), 0, 16), 4))
            : throw $signature->wrong('the list was changed after it was signed.');
    }

    /** @param  non-empty-string|null  $secret  of libsodium, 64 bytes; null for a list that nobody signs */
    public static function write(NoticeList $list, ?string $secret = null): string
    {
        $document = array_filter(
            [
                'format' => self::FORMAT,
                'revision' => 1,
                'name' => $list->name,
                'author' => $list->author,
                'licence' => $list->licence,
                'date' => $list->dated,
                'notices' => array_map(self::written(...), $list->notices),
            ],
            fn (mixed $value): bool => $value !== '',
        );
        $json = json_encode($document, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
        if ($secret === null) {
            return "{$json}\n";
        }
        $signed = substr($json, 0, -2);
        $signature = [
            'key' => base64_encode(sodium_crypto_sign_publickey_from_secretkey($secret)),
            'bytes' => base64_encode(sodium_crypto_sign_detached($signed, $secret)),
        ];

        return $signed.self::SIGNED.json_encode($signature, JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n}\n";
    }

    /** @return array<string, mixed> */
    private static function written(Notice $one): array
    {
        $setting = $one->file === '' ? null : ['file' => $one->file, 'key' => $one->key, 'value' => $one->value];
        $beside = array_map(
            fn (string|int $id, string $range): array => ['id' => (string) $id] + ($range === '*' ? [] : ['range' => $range]),
            array_keys($one->beside),
            $one->beside,
        );

        return array_filter(
            [
                'about' => $one->about,
                'kind' => $one->kind->value,
                'text' => $one->text,
                'releases' => $one->releases === '*' ? '' : $one->releases,
                'game' => $one->game,
                'versions' => $one->versions === '*' ? '' : $one->versions,
                'beside' => $beside,
                'instead' => $one->instead,
                'setting' => $setting,
                'place' => $one->place,
                'said' => $one->said,
            ],
            fn (mixed $value): bool => $value !== '' && $value !== [] && $value !== null,
        );
    }
}

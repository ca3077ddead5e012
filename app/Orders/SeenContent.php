<?php

declare(strict_types=1);

namespace App\Orders;

/** What can be seen or heard of the contents of a contested path, by the first bytes of them. */
final class SeenContent
{
    private const TYPES = [
        "\x89PNG\r\n\x1a\n" => 'image/png',
        "\xff\xd8\xff" => 'image/jpeg',
        'GIF8' => 'image/gif',
        'OggS' => 'audio/ogg',
        'fLaC' => 'audio/flac',
        'ID3' => 'audio/mpeg',
    ];

    /** The media type of a picture or a sound; null for anything else. */
    public static function type(string $content): ?string
    {
        foreach (self::TYPES as $begin => $type) {
            if (str_starts_with($content, (string) $begin)) {
                return $type;
            }
        }

        return str_starts_with($content, 'RIFF') && substr($content, 8, 4) === 'WAVE' ? 'audio/wav' : null;
    }

    /** "picture", "sound", "text", or nothing that could be shown. */
    public static function kind(string $content): string
    {
        $type = self::type($content);

        return match (true) {
            $type !== null => str_starts_with($type, 'image/') ? 'picture' : 'sound',
            mb_check_encoding($content, 'UTF-8') && ! str_contains($content, "\0") => 'text',
            default => '',
        };
    }
}

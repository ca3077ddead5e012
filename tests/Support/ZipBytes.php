<?php

declare(strict_types=1);

namespace Tests\Support;

/**
 * Writes ZIP archives byte by byte, so that everything in them can be wrong.
 *
 * Source: APPNOTE.TXT (ZIP), 4.3.7 local file header, 4.3.12 central directory header, 4.3.16 end of central directory.
 */
final class ZipBytes
{
    private string $body = '';

    private string $directory = '';

    private int $count = 0;

    /**
     * @param  array{mode?: int, flags?: int, method?: int, size?: int, crc?: int, raw?: string, comp?: int, localName?: string, system?:
     *     int, at?: int}  $wrong
     */
    public function add(string $name, string $content = 'content', array $wrong = []): self
    {
        $method = $wrong['method'] ?? 8;
        $data = $wrong['raw'] ?? ($method === 8 ? (string) gzdeflate($content) : $content);
        $crc = $wrong['crc'] ?? crc32($content);
        $size = $wrong['size'] ?? strlen($content);
        $comp = $wrong['comp'] ?? strlen($data);
        $flags = ($wrong['flags'] ?? 0) | 0x0800;
        $at = $wrong['at'] ?? strlen($this->body);
        $local = $wrong['localName'] ?? $name;
        if (! isset($wrong['at'])) {
            $this->body .=
                pack('VvvvvvVVVvv', 0x04034B50, 20, $flags, $method, 0, 0x5A21, $crc, $comp, $size, strlen($local), 0).$local.$data;
        }
        $this->directory .=
            pack(
                'VvvvvvvVVVvvvvvVV',
                0x02014B50,
                (($wrong['system'] ?? 3) << 8) | 20,
                20,
                $flags,
                $method,
                0,
                0x5A21,
                $crc,
                $comp,
                $size,
                strlen($name),
                0,
                0,
                0,
                0,
                ($wrong['mode'] ?? 0o100644) << 16,
                $at,
            ).$name;
        $this->count++;

        return $this;
    }

    public function bytes(): string
    {
        return $this->body.
            $this->directory.
            pack(
                'VvvvvVVv',
                0x06054B50,
                0,
                0,
                min($this->count, 0xFFFF),
                min($this->count, 0xFFFF),
                strlen($this->directory),
                strlen($this->body),
                0,
            );
    }

    public function write(): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        file_put_contents($path, $this->bytes());

        return $path;
    }
}

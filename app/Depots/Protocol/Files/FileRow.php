<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Files;

/** What is kept of a listed file: a row of listed_files. */
final readonly class FileRow
{
    /** In place of the digest of a file that never came. */
    public const NONE = '0000000000000000000000000000000000000000000000000000000000000000';

    private function __construct(
        public string $path,
        public string $seen,
        public string $sha256,
        public int $size,
        public ?string $published,
        public ?Said $said,
        public ?string $problem,
    ) {
    }

    public static function of(Entry $entry, string $sha256, int $size, ?string $published, Said $said): self
    {
        return new self($entry->path, $entry->seen, $sha256, $size, $entry->published ?? $published, $said->with($entry->notes), null);
    }

    /** @param  int  $size  0 for one that is asked for again, as it may be there then */
    public static function unusable(Entry $entry, string $why, int $size): self
    {
        return new self($entry->path, $entry->seen, $entry->sha256 ?? self::NONE, $size, $entry->published, null, $why);
    }

    /** @return array<string, mixed> */
    public function columns(string $rules): array
    {
        return [
            'path' => $this->path,
            'seen' => $this->seen,
            'sha256' => $this->sha256,
            'size' => $this->size,
            'published' => $this->published,
            'package_id' => $this->said?->id,
            'said' => $this->said?->json(),
            'problem' => $this->problem,
            'rules' => $rules,
            'gone' => false,
        ];
    }
}

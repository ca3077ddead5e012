<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

/** Why a release is in a line-up: a want, or a release that needs it. */
final readonly class Reason
{
    private function __construct(
        public ?int $want,
        public string $id,
        public string $version,
        public string $range,
        public bool $isExtension = false,
    ) {
    }

    public static function want(int $index): self
    {
        return new self($index, '', '', '');
    }

    /**
     * @param  string  $range  as the release wrote it
     * @param  bool  $isExtension  whether the release extends it
     */
    public static function need(string $id, string $version, string $range, bool $isExtension = false): self
    {
        return new self(null, $id, $version, $range, $isExtension);
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Document\Limits;

/** A file that no depot has, and what whoever gives it says that it is; what it says itself counts more. */
final readonly class CarriedFile
{
    /**
     * @param  int  $size  in bytes
     *
     * @throws UnusableHandOff
     */
    public function __construct(
        public string $sha256,
        public string $name,
        public int $size,
        public string $id = '',
        public string $version = '',
        public string $kind = '',
        public string $title = '',
    ) {
        $isOne =
            Carried::isDigest($sha256) &&
            $name !== '' &&
            Carried::isLine($name, Limits::FILE_NAME) &&
            ! str_contains($name, '/') &&
            $size > 0 &&
            ($id === '' || preg_match('/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D', $id) === 1) &&
            Carried::isLine($version, Limits::VERSION) &&
            Carried::isLine($kind, 40) &&
            Carried::isLine($title, Limits::NAME);
        $isOne ||
            throw UnusableHandOff::because(
                'It carries a file that it does not describe as it should: its SHA-256, name, size, and what it is.',
            );
    }
}

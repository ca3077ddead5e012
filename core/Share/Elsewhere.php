<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Document\Limits;

/** A file that no depot has, and that may not be passed on: what it is, and where whoever gives the rest had it from. */
final readonly class Elsewhere
{
    /** @throws UnusableHandOff */
    public function __construct(public string $id, public string $version, public string $title, public string $source = '')
    {
        $isOne =
            preg_match('/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D', $id) === 1 &&
            Carried::isLine($version, Limits::VERSION) &&
            $title !== '' &&
            Carried::isLine($title, Limits::NAME) &&
            Carried::isLine($source, Limits::ADDRESS);
        $isOne || throw UnusableHandOff::because('It names a file that is to be had elsewhere, and does not say what it is.');
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Descriptor;

use GuzzleHttp\Client;

/** Breaks CoreRules::testReadersOfForeignFormatsUseTheirPackagesOnly. */
final class AsksTheNetwork
{
    public function status(string $address): int
    {
        return (new Client())->get($address)->getStatusCode();
    }
}

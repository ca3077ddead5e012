<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Models\Instance;
use Stasimon\Core\Share\HandOff;

/** What an instance is put beside. */
final readonly class Other
{
    /**
     * @param  string  $key  what an address says for it
     * @param  array<string, string>|null  $configs  path => SHA-256; null where nothing is known of them
     * @param  Instance|null  $instance  where it is one of this machine
     */
    public function __construct(public string $key, public HandOff $given, public ?array $configs = null, public ?Instance $instance = null)
    {
    }
}

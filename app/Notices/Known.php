<?php

declare(strict_types=1);

namespace App\Notices;

use Stasimon\Core\Notice\Notice;

/** A notice, and who says so. */
final readonly class Known
{
    /** @param  string  $by  the name of a depot or of a list; nothing for what was found out or said here */
    public function __construct(public int $id, public Notice $notice, public Origin $origin, public string $by, public bool $binds)
    {
    }

    /** Who says so, in a sentence. */
    public function source(): string
    {
        return match ($this->origin) {
            Origin::Person => 'you',
            Origin::Search => 'a search here',
            default => $this->by,
        };
    }
}

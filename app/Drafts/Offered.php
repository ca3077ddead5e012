<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Depots\ReleaseRow;

/** The file of a release in a line-up, and the depots that offer it. */
final readonly class Offered
{
    /**
     * @param  string|null  $content  the folder in the archive that is the content, where the depot names one
     * @param  list<ReleaseRow>  $offers  none when it is only in the store
     */
    public function __construct(public string $sha256, public int $size, public string $name, public ?string $content, public array $offers)
    {
    }

    /** The depot that is asked first, by its name. */
    public function depot(): ?string
    {
        return ($this->offers[0] ?? null)?->depot->name;
    }
}

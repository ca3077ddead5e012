<?php

declare(strict_types=1);

namespace App\Models;

use Stasimon\Core\Resolve\Reason;
use Stasimon\Core\Resolve\Selected;

/** Why a release is in a line-up. What an older row does not say is nothing. */
final readonly class WhyThere
{
    /** @param  list<NeededBy>  $needed  by whom */
    public function __construct(public bool $isWanted = false, public array $needed = [])
    {
    }

    public static function of(Selected $selected): self
    {
        $needed = array_filter($selected->because, fn (Reason $reason): bool => $reason->want === null);

        return new self(
            $selected->isWanted(),
            array_map(fn (Reason $one): NeededBy => new NeededBy($one->id, $one->range, $one->isExtension), array_values($needed)),
        );
    }

    public static function read(string $kept): self
    {
        $kept = json_decode($kept, true, flags: JSON_THROW_ON_ERROR);
        $needed = [];
        foreach (is_array($kept['needed'] ?? null) ? $kept['needed'] : [] as $one) {
            $needed[] = new NeededBy((string) $one['id'], (string) ($one['range'] ?? '*'), isset($one['extends']));
        }

        return new self(($kept['wanted'] ?? false) === true, $needed);
    }

    public function written(): string
    {
        $needed = array_map(fn (NeededBy $one): array => $one->kept(), $this->needed);

        return json_encode(['wanted' => $this->isWanted, 'needed' => $needed], JSON_THROW_ON_ERROR);
    }

    /** @return list<string> ids of the packages that need it, each once */
    public function needers(): array
    {
        return array_values(array_unique(array_map(fn (NeededBy $one): string => $one->id, $this->needed)));
    }
}

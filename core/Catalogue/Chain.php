<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

/** Loaders that lie over one another. */
final class Chain
{
    /** @return list<string> ids of what a package extends in any release, directly or not */
    public static function under(Catalogue $catalogue, string $id): array
    {
        $under = [];
        for ($left = [$id]; $left !== [];) {
            foreach ($catalogue->package(array_shift($left))->releases ?? [] as $release) {
                foreach (self::extended($release) as $need) {
                    $extended = $need->alternatives[0]->id;
                    if ($extended !== $id && ! in_array($extended, $under, true)) {
                        $under[] = $left[] = $extended;
                    }
                }
            }
        }

        return $under;
    }

    /** @return list<Need> what a release extends */
    public static function extended(Release $release): array
    {
        return array_values(array_filter($release->needs(), fn (Need $need): bool => $need->isExtension));
    }
}

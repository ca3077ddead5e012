<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Seen;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Replacement;

/** A release makes files of others obsolete, or whole packages: they are left out while it is there. */
final readonly class Replaced implements FindingRule
{
    public static function called(): string
    {
        return 'Replaced packages';
    }

    public static function help(): string
    {
        return 'A release says that it stands in the place of others, so those are left out while it is here. They come '.
            'back by themselves once it goes.';
    }

    public function findings(Seen $seen): array
    {
        $findings = [];
        foreach ($seen->versions as $id => $version) {
            $words = $this->words($seen, (string) $id, $version);
            if ($words !== []) {
                $findings[] = new Finding(
                    Level::Info,
                    "{$seen->title((string) $id)} stands in the place of others",
                    'While it is here, '.
                        implode(' and ', $words).
                        ' '.
                        (count($words) === 1 ? 'is' : 'are').
                        ' left out, as it asks. All of it comes back when it goes.',
                    (string) $id,
                );
            }
        }

        return $findings;
    }

    /** @return list<string> what a release stands in the place of, each in words */
    private function words(Seen $seen, string $id, string $version): array
    {
        $package = $seen->catalogue->package($id);
        $replaces = $package?->release($version)->replaces ?? [];
        $packages =
            $package === null
                ? []
                : array_filter(
                    array_map(
                        fn (Replacement $one): ?Package => $one->packageIn($seen->versions, $seen->catalogue, $package),
                        $replaces,
                    ),
                );
        $paths = array_map(
            fn (Replacement $one): string => $one->path,
            array_filter($replaces, fn (Replacement $one): bool => $one->target === null),
        );

        return [
            ...array_values(array_map(fn (Package $one): string => $one->title(), $packages)),
            ...$paths === []
                ? []
                : [
                    'what others bring at '.
                    implode(', ', array_slice($paths, 0, 3)).
                    (count($paths) > 3 ? ' and '.(count($paths) - 3).' more places' : ''),
                ],
        ];
    }
}

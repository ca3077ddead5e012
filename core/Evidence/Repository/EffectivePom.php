<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Repository;

use Closure;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Evidence\Descriptor\SaidRelation;
use Stasimon\Core\Evidence\Descriptor\SaidRelease;

/**
 * What a POM says once its parents, its properties and what it manages and imports are in it.
 *
 * Source: Apache Maven, "Introduction to the POM" (inheritance, interpolation) and "Introduction to the Dependency Mechanism"
 * (management, imports).
 */
final readonly class EffectivePom
{
    /** Parents above one another, POMs imported by one another, and properties that stand in one another. */
    private const DEEP = 20;

    /**
     * @param  array<string, PomDependency>  $dependencies
     * @param  array<string, PomDependency>  $management
     */
    private function __construct(
        public Coordinates $coordinates,
        public string $packaging,
        public string $name,
        public string $summary,
        public array $dependencies,
        private array $management,
        public ?Coordinates $movedTo,
    ) {
    }

    /**
     * @param  Closure(Coordinates): Pom  $find  has others, or throws
     *
     * @throws UnusableDocument where it, or what it rests on, cannot be used
     */
    public static function of(Pom $pom, Closure $find, int $depth = 0): self
    {
        if ($depth > self::DEEP) {
            throw UnusableDocument::at('', 'what it imports leads too far.');
        }
        $lineage = self::lineage($pom, $find);
        $properties = $dependencies = $management = $own = [];
        foreach ($lineage as $one) {
            $properties += $one->properties;
            $dependencies += $one->dependencies;
            $management += $one->management;
        }
        foreach (['groupId', 'version'] as $inherited) {
            foreach ($lineage as $one) {
                $own[$inherited] ??= $one->own[$inherited] ?? match ($inherited) {
                    'groupId' => $one->parent?->group,
                    'version' => $one->parent?->version,
                };
            }
        }
        $own = array_filter($own, is_string(...)) + $pom->own;
        $words = self::words($own, $pom->parent) + $properties;
        $text = fn (string $text): string => self::interpolated($text, $words);
        $dependencies = self::each($dependencies, $text);
        $management = self::imported(self::each($management, $text), $find, $depth);
        $coordinates = new Coordinates($text($own['groupId'] ?? ''), $text($own['artifactId'] ?? ''), $text($own['version'] ?? ''));
        $moved = $pom->movedTo;

        return new self(
            $coordinates,
            $text($own['packaging'] ?? 'jar'),
            $text($own['name'] ?? ''),
            $text($own['description'] ?? ''),
            array_map(fn (PomDependency $one): PomDependency => $one->managed($management[$one->key()] ?? null), $dependencies),
            $management,
            $moved === null ? null : new Coordinates(
                $text($moved->group) ?: $coordinates->group,
                $text($moved->artifact) ?: $coordinates->artifact,
                $text($moved->version) ?: $coordinates->version,
            ),
        );
    }

    /**
     * What its release says, ids made of coordinates. A version that stands alone is what it was built with: that one or a newer one.
     * What only its own tests, its build, or the place where it runs has to have is no need of it.
     */
    public function said(): SaidRelease
    {
        $needs = $suggests = [];
        foreach ($this->dependencies as $one) {
            if (! $one->isOfTheRun() || $one->type === 'pom' || ! (new Coordinates($one->group, $one->artifact, '1'))->isWhole()) {
                continue;
            }
            $range = $one->version === '' || str_contains($one->version, '${') ? '*' : $one->version;
            $relation = new SaidRelation([new Target(Coordinates::id($one->group, $one->artifact), $range)]);
            // Of several files of one artifact, each is the artifact.
            $one->isOptional() ? $suggests["{$one->group}:{$one->artifact}"] ??= $relation
                : $needs["{$one->group}:{$one->artifact}"] ??= $relation;
        }

        return new SaidRelease($this->coordinates->version, array_values($needs), array_values(array_diff_key($suggests, $needs)));
    }

    /**
     * It, its parent, the parent of that …
     *
     * @param  Closure(Coordinates): Pom  $find
     * @return non-empty-list<Pom>
     *
     * @throws UnusableDocument
     */
    private static function lineage(Pom $pom, Closure $find): array
    {
        $lineage = [$pom];
        while ($pom->parent !== null) {
            if (count($lineage) > self::DEEP) {
                throw UnusableDocument::at('', 'it has more parents above one another than '.self::DEEP.'.');
            }
            $lineage[] = $pom = $find($pom->parent);
        }

        return $lineage;
    }

    /**
     * What expressions can name beside properties.
     *
     * @param  array<string, string>  $own
     * @return array<string, string>
     */
    private static function words(array $own, ?Coordinates $parent): array
    {
        $words = [];
        if ($parent !== null) {
            $own += ['parent.groupId' => $parent->group, 'parent.artifactId' => $parent->artifact, 'parent.version' => $parent->version];
        }
        foreach ($own as $name => $value) {
            $words["project.{$name}"] = $words["pom.{$name}"] = $value;
        }

        // Without a prefix, a property of the same name comes first.
        return $words;
    }

    /** @param  array<string, string>  $words */
    private static function interpolated(string $text, array $words): string
    {
        for ($turn = 0; $turn < self::DEEP && strlen($text) < 10_000 && str_contains($text, '${'); $turn++) {
            $before = $text;
            $text = (string) preg_replace_callback(
                '~\$\{([^${}]+)\}~',
                fn (array $found): string => $words[$found[1]] ?? $words["project.{$found[1]}"] ?? $found[0],
                $text,
            );
            if ($text === $before) {
                break;
            }
        }

        return $text;
    }

    /**
     * @param  array<string, PomDependency>  $of
     * @param  Closure(string): string  $text
     * @return array<string, PomDependency>
     */
    private static function each(array $of, Closure $text): array
    {
        $found = [];
        foreach ($of as $one) {
            $one = $one->with($text);
            $found[$one->key()] ??= $one;
        }

        return $found;
    }

    /**
     * What is managed, with what imported POMs manage; whoever says it first counts.
     *
     * @param  array<string, PomDependency>  $management
     * @param  Closure(Coordinates): Pom  $find
     * @return array<string, PomDependency>
     *
     * @throws UnusableDocument
     */
    private static function imported(array $management, Closure $find, int $depth): array
    {
        $imports = array_filter($management, fn (PomDependency $one): bool => $one->scope === 'import' && $one->type === 'pom');
        $management = array_diff_key($management, $imports);
        foreach ($imports as $one) {
            $management += self::of($find(new Coordinates($one->group, $one->artifact, $one->version)), $find, $depth + 1)->management;
        }

        return $management;
    }
}

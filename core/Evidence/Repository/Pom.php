<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Repository;

use DOMElement;
use Stasimon\Core\Document\PlainXml;
use Stasimon\Core\Document\UnusableDocument;

/** One POM as it is written: Maven POM Reference, model 4.0.0. What its parents say is not in it. */
final readonly class Pom
{
    /** Bytes. */
    public const LONGEST = 2_000_000;

    /**
     * @param  array<string, string>  $own  the texts right below the root: groupId, version, packaging, name …
     * @param  array<string, string>  $properties
     * @param  array<string, PomDependency>  $dependencies  by their keys
     * @param  array<string, PomDependency>  $management  likewise
     * @param  Coordinates|null  $movedTo  where it says that it is now; parts that it leaves open are empty
     */
    private function __construct(
        public array $own,
        public ?Coordinates $parent,
        public array $properties,
        public array $dependencies,
        public array $management,
        public ?Coordinates $movedTo,
    ) {
    }

    /** @throws UnusableDocument */
    public static function read(string $text): self
    {
        $root = PlainXml::read($text);
        if ($root->localName !== 'project') {
            throw UnusableDocument::at('', 'it is no POM.');
        }
        $own = [];
        foreach (PlainXml::children($root, '*') as $child) {
            PlainXml::children($child, '*') === [] && ($own[(string) $child->localName] = trim($child->textContent));
        }
        $properties = self::properties($root);
        $dependencies = self::dependencies($root);
        $management = self::management($root);
        // Which profiles a machine would have active is not known; what is written for none in particular is in.
        foreach (self::children($root, 'profiles', 'profile') as $profile) {
            if (PlainXml::text($profile, 'activation', 'activeByDefault') === 'true') {
                $properties = self::properties($profile) + $properties;
                $dependencies = self::dependencies($profile) + $dependencies;
                $management = self::management($profile) + $management;
            }
        }
        $parent = PlainXml::below($root, 'parent');
        $moved = PlainXml::below($root, 'distributionManagement', 'relocation');

        return new self(
            $own,
            $parent === null ? null : self::coordinates($parent),
            $properties,
            $dependencies,
            $management,
            $moved === null ? null : self::coordinates($moved),
        );
    }

    private static function coordinates(DOMElement $of): Coordinates
    {
        return new Coordinates(PlainXml::text($of, 'groupId'), PlainXml::text($of, 'artifactId'), PlainXml::text($of, 'version'));
    }

    /** @return list<DOMElement> */
    private static function children(DOMElement $of, string $list, string $each): array
    {
        $list = PlainXml::below($of, $list);

        return $list === null ? [] : PlainXml::children($list, $each);
    }

    /** @return array<string, string> */
    private static function properties(DOMElement $of): array
    {
        $found = [];
        foreach (self::children($of, 'properties', '*') as $one) {
            $found[(string) $one->localName] = trim($one->textContent);
        }

        return $found;
    }

    /** @return array<string, PomDependency> of several words on one thing, the last */
    private static function dependencies(DOMElement $of): array
    {
        $found = [];
        foreach (self::children($of, 'dependencies', 'dependency') as $one) {
            $dependency = PomDependency::read($one);
            $found[$dependency->key()] = $dependency;
        }

        return $found;
    }

    /** @return array<string, PomDependency> */
    private static function management(DOMElement $of): array
    {
        $management = PlainXml::below($of, 'dependencyManagement');

        return $management === null ? [] : self::dependencies($management);
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Version\DateVersion;
use Stasimon\Core\Version\OsgiVersion;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Semver;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\Timeline;
use Stasimon\Core\Version\UnusableRange;
use Stasimon\Core\Version\UnusableVersion;

/** Reads the catalogue format, revision 1: docs/formats/catalogue.schema.json. */
final class CatalogueReader
{
    /** @var array<string, Need> one object for needs that say the same */
    private array $needs = [];

    private readonly QuickReader $quick;

    public function __construct()
    {
        $this->quick = new QuickReader();
    }

    /**
     * The same as {@see read()}, but packages are made when they are first asked for: of a document that is usable this takes
     * a fraction of the time and memory.
     *
     * @throws UnusableDocument with the place of the first thing that is wrong
     */
    public function open(string $json): Catalogue
    {
        return TextCatalogue::of($json) ?? $this->read($json);
    }

    /** @throws UnusableDocument with the place of the first thing that is wrong */
    public function read(string $json): MemoryCatalogue
    {
        $document = Node::ofJson($json);
        $document->expectFormat('stasimon/catalogue');
        $packages = [];
        foreach ($document->field('packages')->items() as $node) {
            $package = $this->package($node);
            if (isset($packages[$package->id])) {
                throw $node->field('id')->wrong("\"{$package->id}\" is in the catalogue twice.");
            }
            $packages[$package->id] = $package;
        }
        $catalogue = new MemoryCatalogue($packages);
        foreach ($document->field('packages')->items() as $node) {
            $this->checkRelations($node, $catalogue);
        }

        return $catalogue;
    }

    /** @throws UnusableDocument */
    public function package(Node $node): Package
    {
        return $node->asObject($this->quick->package(...)) ?? $this->carefully($node);
    }

    /** @throws UnusableDocument */
    public function carefully(Node $node): Package
    {
        $id = $node->field('id')->id();
        $scheme = $node->optional('scheme')?->choice(Scheme::class) ?? Scheme::Semver;
        $releases = [];
        $seen = [];
        foreach ($node->field('releases')->items() as $item) {
            $version = $item->field('version');
            if (isset($seen['v'.$version->text()])) {
                throw $version->wrong("\"{$version->text()}\" is listed twice for {$id}.");
            }
            $seen['v'.$version->text()] = true;
            self::checkVersion($version, $scheme);
            $releases[] = $this->release($item);
        }

        return new Package(
            $id,
            $node->field('kind')->choice(Kind::class),
            $releases,
            $scheme,
            $node->optional('syntax')?->choice(Syntax::class) ?? Syntax::Comparator,
            $node->optional('name')?->text() ?? '',
            array_map(fn (Node $item): string => $item->id(), $node->listed('understudies')),
        );
    }

    private static function checkVersion(Node $version, Scheme $scheme): void
    {
        try {
            if ($version->text() === '') {
                throw UnusableVersion::empty();
            }
            match ($scheme) {
                Scheme::Semver => Semver::of($version->text()),
                Scheme::Osgi => OsgiVersion::of($version->text()),
                Scheme::Date => DateVersion::of($version->text()),
                Scheme::Maven, Scheme::Sequence => null,
            };
        } catch (UnusableVersion $failure) {
            throw $version->wrong($failure->getMessage());
        }
    }

    private function release(Node $node): Release
    {
        $needs = [...array_map($this->need(...), $node->listed('needs')), ...array_map($this->extension(...), $node->listed('extends'))];
        usort($needs, fn (Need $a, Need $b): int => strcmp($a->key, $b->key));

        return new Release(
            $node->field('version')->text(),
            $node->optional('channel')?->choice(Channel::class) ?? Channel::Stable,
            $needs,
            array_map($this->need(...), $node->listed('suggests')),
            array_map(
                fn (Node $item): Breakage => new Breakage(self::target($item), $item->optional('why')?->text() ?? ''),
                $node->listed('breaks'),
            ),
            array_map(
                fn (Node $item): Provision => new Provision($item->field('id')->id(), $item->field('version')->text()),
                $node->listed('provides'),
            ),
            $node->optional('published')?->text() ?? '',
            array_map($this->replacement(...), $node->listed('replaces')),
            $node->optional('avoid')?->flag() ?? false,
        );
    }

    private function need(Node $node): Need
    {
        $targets = $node->has('anyOf') ? array_map(self::target(...), $node->field('anyOf')->items()) : [self::target($node)];
        if ($targets === []) {
            throw $node->field('anyOf')->wrong('at least one alternative is expected.');
        }
        $need = Need::of(...$targets);

        return $this->needs[$need->key] ??= $need;
    }

    private function extension(Node $node): Need
    {
        $need = Need::extending(self::target($node));

        return $this->needs[$need->key] ??= $need;
    }

    private function replacement(Node $node): Replacement
    {
        if (! $node->has('path')) {
            return Replacement::ofPackage(self::target($node));
        }

        return Replacement::ofPath($node->field('path')->text()) ??
            throw $node->field('path')->wrong('a path inside the instance is expected.');
    }

    private static function target(Node $node): Target
    {
        return new Target($node->field('id')->id(), $node->optional('range')?->text() ?? '*');
    }

    /** Reads every range and provided version once against the package that it names. */
    private function checkRelations(Node $node, MemoryCatalogue $catalogue): void
    {
        $package = $catalogue->package($node->field('id')->text());
        $syntax = $package === null ? Syntax::Comparator : $package->syntax;
        foreach ($node->field('releases')->items() as $release) {
            foreach (['needs', 'extends', 'suggests', 'breaks'] as $relation) {
                foreach ($release->listed($relation) as $item) {
                    foreach ($item->has('anyOf') ? $item->field('anyOf')->items() : [$item] as $target) {
                        self::checkRange($target, $syntax, $catalogue);
                    }
                }
            }
            foreach ($release->listed('replaces') as $item) {
                $item->has('path') || self::checkRange($item, $syntax, $catalogue);
            }
            foreach ($release->listed('provides') as $item) {
                self::checkProvided($item, $catalogue);
            }
        }
    }

    /** @throws UnusableDocument */
    public static function checkRange(Node $target, Syntax $syntax, Catalogue $catalogue): void
    {
        $range = $target->optional('range');
        if ($range === null) {
            return;
        }
        $named = $catalogue->package($target->field('id')->text()) ?? self::unknown();
        try {
            $named->readRange($range->text(), $syntax);
        } catch (UnusableRange $failure) {
            throw $range->wrong($failure->getMessage());
        }
    }

    private static function checkProvided(Node $item, Catalogue $catalogue): void
    {
        $version = $item->field('version');
        $timeline = $catalogue->package($item->field('id')->text())->timeline ?? new Timeline(Scheme::Semver, []);
        try {
            $timeline->version($version->text());
        } catch (UnusableVersion $failure) {
            throw $version->wrong($failure->getMessage());
        }
    }

    private static function unknown(): Package
    {
        return new Package('unknown', Kind::Mod, []);
    }
}

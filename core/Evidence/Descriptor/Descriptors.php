<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Descriptor;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Provision;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\UnusableExpression;
use Stasimon\Core\Game\DescriptorFormat;
use Stasimon\Core\Game\DescriptorRule;
use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\Prefixed;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Version\RangeReader;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Timeline;
use Stasimon\Core\Version\UnusableRange;
use Stasimon\Core\Version\UnusableVersion;
use ZipArchive;

/** Reads what archives say of themselves, by the rules of a game's definition. */
final readonly class Descriptors
{
    /** @param  list<DescriptorRule>  $rules  the first that fits counts */
    public function __construct(private array $rules)
    {
    }

    /**
     * @param  string  $path  of any file
     * @param  string  $name  what it is called
     * @param  string  $folder  in the archive, that is looked at in place of all of it
     *
     * @throws UnreadableDescriptor with why nothing describes it
     * @throws UnsafeArchive
     */
    public function of(string $path, string $name, string $folder = ''): Described
    {
        $head = (string) @file_get_contents($path, false, null, 0, 4);
        if (! str_starts_with($head, 'PK') && ! Prefixed::isThere($path)) {
            return $this->ofFile($path, $name);
        }
        // Hostile until every entry was read once.
        Archive::lookInto($path, $name);
        $zip = Archive::reading($path, $name);
        try {
            return $this->ofArchive($zip, $folder === '' ? '' : "{$folder}/");
        } finally {
            $zip->close();
        }
    }

    /** A file that is no archive may be a descriptor itself, or an assembly. */
    private function ofFile(string $path, string $name): Described
    {
        $size = (int) filesize($path);
        foreach ($this->rules as $rule) {
            if ($rule->isAt($name) && $size <= self::most($rule)) {
                return self::described($rule, $name, (string) file_get_contents($path)) ?? throw self::nothing();
            }
        }

        throw new UnreadableDescriptor('It is not an archive.');
    }

    private function ofArchive(ZipArchive $zip, string $within): Described
    {
        $why = null;
        foreach ($this->rules as $rule) {
            for ($index = 0; $index < $zip->numFiles; $index++) {
                $path = (string) $zip->getNameIndex($index);
                if (($within !== '' && ! str_starts_with($path, $within)) || ! $rule->isAt(substr($path, strlen($within)))) {
                    continue;
                }
                try {
                    $size = (int) ($zip->statIndex($index)['size'] ?? 0);
                    if ($size > self::most($rule)) {
                        throw new UnreadableDescriptor('it is longer than '.number_format(self::most($rule)).' bytes.');
                    }
                    $described = self::described($rule, $path, (string) $zip->getFromIndex($index));
                    if ($described !== null) {
                        return $described;
                    }
                } catch (UnreadableDescriptor $failure) {
                    $why ??= new UnreadableDescriptor("Its {$path} says what it is, and cannot be used: {$failure->getMessage()}");
                }
            }
        }

        throw $why ?? self::nothing();
    }

    private static function most(DescriptorRule $rule): int
    {
        return match ($rule->format) {
            DescriptorFormat::Assembly => Formats::ASSEMBLY,
            DescriptorFormat::Executable => Formats::EXECUTABLE,
            default => Formats::LONGEST,
        };
    }

    private static function nothing(): UnreadableDescriptor
    {
        return new UnreadableDescriptor('Nothing in it says what it is.');
    }

    /** @return Described|null null for a descriptor of another kind */
    private static function described(DescriptorRule $rule, string $path, string $bytes): ?Described
    {
        try {
            return self::by($rule, $path, Formats::read($rule, $bytes));
        } catch (UnusableExpression $failure) {
            throw new UnreadableDescriptor("the definition cannot be used on it: {$failure->getMessage()}");
        }
    }

    /** @param  array<mixed>  $descriptor */
    private static function by(DescriptorRule $rule, string $path, array $descriptor): ?Described
    {
        $text = function (string $what) use ($rule, $descriptor): string {
            $value = $rule->value($what, $descriptor);

            return is_scalar($value) ? mb_scrub(trim((string) $value)) : '';
        };
        if (! $rule->fits($descriptor) || $text('id') === '') {
            return null;
        }
        $id = $rule->id($text('id'));
        $version = self::version($rule, $text('version'));
        if ($id === '' || strlen($id) > Limits::ID) {
            throw new UnreadableDescriptor('its id "'.mb_strimwidth($text('id'), 0, 60, '…').'" is none that can be used.');
        }
        $side = $text('side');

        return new Described(
            $id,
            $version,
            mb_substr($text('name'), 0, Limits::NAME),
            Kind::tryFrom($text('kind')) ?? Kind::Mod,
            in_array($side, ['client', 'server', 'both'], true) ? $side : '',
            $rule->scheme,
            $rule->syntax,
            $path,
            self::relations($rule, 'needs', $descriptor),
            self::relations($rule, 'suggests', $descriptor),
            self::relations($rule, 'breaks', $descriptor),
            self::provides($rule, $descriptor),
            self::ids($rule, 'before', $descriptor),
            self::ids($rule, 'after', $descriptor),
            self::picture($text('picture')),
        );
    }

    /** A path that an archive can have, or nothing. */
    private static function picture(string $path): string
    {
        $path = (string) preg_replace('~^(?:\./|/)+~', '', strtr($path, '\\', '/'));

        return strlen($path) <= Limits::PATH ? $path : '';
    }

    private static function version(DescriptorRule $rule, string $version): string
    {
        try {
            if ($version === '' || strlen($version) > Limits::VERSION) {
                throw new UnreadableDescriptor(
                    $version === '' ? 'it has no version.' : 'its version is longer than '.Limits::VERSION.' characters.',
                );
            }
            $rule->scheme === Scheme::Sequence || (new Timeline($rule->scheme, []))->version($version);
        } catch (UnusableVersion $failure) {
            throw new UnreadableDescriptor('its version cannot be used: '.$failure->getMessage());
        }

        return $version;
    }

    /** @return list<SaidRelation> */
    private static function relations(DescriptorRule $rule, string $what, mixed $descriptor): array
    {
        $found = [];
        foreach (self::items($rule->value($what, $descriptor)) as $item) {
            $alternatives = is_array($item['anyOf'] ?? null) ? $item['anyOf'] : [$item];
            $targets = [];
            $why = '';
            foreach (array_slice(array_values($alternatives), 0, Limits::ALTERNATIVES) as $one) {
                $target = is_array($one) ? self::target($rule, $one) : null;
                if ($target !== null) {
                    $targets[] = $target;
                    $why = is_string($one['why'] ?? null) ? mb_substr($one['why'], 0, Limits::REMARK) : '';
                }
            }
            if ($targets !== []) {
                $relation = new SaidRelation($targets, count($targets) === 1 ? $why : '');
                in_array($relation, $found, false) || ($found[] = $relation);
            }
        }

        return $found;
    }

    /** @return list<string> */
    private static function ids(DescriptorRule $rule, string $what, mixed $descriptor): array
    {
        $ids = [];
        foreach (self::relations($rule, $what, $descriptor) as $relation) {
            $relation->isChoice() || ($ids[] = $relation->alternatives[0]->id);
        }

        return array_slice(array_values(array_unique($ids)), 0, Limits::ALTERNATIVES);
    }

    /**
     * What an expression makes of a descriptor's relations: objects, names alone, or an object of names and ranges.
     *
     * @return list<array<mixed>>
     */
    private static function items(mixed $value): array
    {
        if (! is_array($value)) {
            return is_string($value) && $value !== '' ? [['id' => $value]] : [];
        }
        $items = [];
        $isOne = isset($value['id']) || isset($value['anyOf']);
        foreach ($isOne ? [$value] : $value as $name => $item) {
            $items[] = match (true) {
                is_string($name) => [
                    'id' => $name,
                    'range' => is_array($item) && array_is_list($item)
                            ? implode(' || ', array_filter($item, is_string(...)))
                            : (is_array($item)
                                ? $item['version'] ?? ($item['range'] ?? '*')
                                : $item),
                ],
                is_array($item) => $item,
                default => ['id' => $item],
            };
        }

        return array_slice($items, 0, Limits::RELATIONS);
    }

    /**
     * @param  array<mixed>  $item
     * @return Target|null null for one that names nothing
     */
    private static function target(DescriptorRule $rule, array $item): ?Target
    {
        $name = $item['id'] ?? null;
        if (! is_string($name) || trim($name) === '') {
            return null;
        }
        $id = $rule->id($name);
        if ($id === '' || strlen($id) > Limits::ID) {
            throw new UnreadableDescriptor('it needs "'.mb_strimwidth($name, 0, 60, '…').'", which is no id that can be used.');
        }
        $range = is_scalar($item['range'] ?? null) ? trim((string) $item['range']) : '';
        $range = $range === '' ? '*' : $range;
        try {
            strlen($range) <= Limits::RANGE || throw UnusableRange::at(mb_strimwidth($range, 0, 60, '…'), 0, 'a shorter text');
            // Whether it can be read at all, whatever releases there are.
            $rule->scheme === Scheme::Sequence || RangeReader::read($range, $rule->syntax, new Timeline($rule->scheme, []));
        } catch (UnusableRange $failure) {
            throw new UnreadableDescriptor("what it says of {$id} cannot be used: {$failure->getMessage()}");
        }

        return new Target($id, $range);
    }

    /** @return list<Provision> */
    private static function provides(DescriptorRule $rule, mixed $descriptor): array
    {
        $found = [];
        foreach (self::items($rule->value('provides', $descriptor)) as $item) {
            $name = is_string($item['id'] ?? null) ? $rule->id($item['id']) : '';
            $versions = $item['version'] ?? ($item['range'] ?? null);
            foreach (is_array($versions) ? $versions : [$versions] as $version) {
                $version = is_scalar($version) && trim((string) $version) !== '' && $version !== '*' ? trim((string) $version) : '0.0.0';
                try {
                    $rule->scheme === Scheme::Sequence || (new Timeline($rule->scheme, []))->version($version);
                } catch (UnusableVersion $failure) {
                    throw new UnreadableDescriptor("what it provides cannot be used: {$failure->getMessage()}");
                }
                if ($name !== '' && strlen($name) <= Limits::ID) {
                    $found["{$name} {$version}"] = new Provision($name, $version);
                }
            }
        }

        return array_values($found);
    }
}

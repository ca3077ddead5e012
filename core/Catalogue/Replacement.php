<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

use Stasimon\Core\Document\Limits;

/**
 * What a release makes obsolete while it is there: files of others by their path, all in a folder, or whole packages. They
 * are not laid then, and are again when it goes.
 */
final readonly class Replacement
{
    /** A path in the instance; a folder ends with a slash, and a star stands for any characters but a slash. */
    private const PATH = '~^(?!/)(?!.*(?:^|/)\.\.?(?:/|$))[^\x00-\x1f\\\\]+$~Du';

    /** Stars in one path: each more is much more to try. */
    private const STARS = 5;

    /** @param  Target|null  $target  the package; null where it is about a path */
    private function __construct(public string $path, public ?Target $target)
    {
    }

    public static function ofPackage(Target $target): self
    {
        return new self('', $target);
    }

    /** Null for what is no path inside an instance. */
    public static function ofPath(string $path): ?self
    {
        return strlen($path) <= Limits::PATH && substr_count($path, '*') <= self::STARS && preg_match(self::PATH, $path) === 1
            ? new self($path, null)
            : null;
    }

    /**
     * Whether it is about a file at a path.
     *
     * @param  bool  $isExact  whether capitals count, as they do in an archive; on a disk they may not
     */
    public function covers(string $path, bool $isExact = false): bool
    {
        if ($this->path === '') {
            return false;
        }
        $pattern = implode('[^/]*', array_map(fn (string $part): string => preg_quote($part, '~'), explode('*', $this->path)));

        return preg_match('~^'.$pattern.(str_ends_with($this->path, '/') ? '' : '$').'~Du'.($isExact ? '' : 'i'), $path) === 1;
    }

    /**
     * The package of a line-up that it is about, whole; null where it is about none that is there.
     *
     * @param  array<string, string>  $versions  package id => version
     * @param  Package  $by  whose release says it
     */
    public function packageIn(array $versions, Catalogue $catalogue, Package $by): ?Package
    {
        $other = $this->target === null || $this->target->id === $by->id ? null : $catalogue->package($this->target->id);
        $position = $other?->positionOf($versions[$other->id] ?? '');

        return $other !== null && $position !== null && $other->within($this->target->range, $by->syntax)->has($position) ? $other : null;
    }

    /** @param  list<self>  $replacements */
    public static function anyCovers(array $replacements, string $path, bool $isExact = false): bool
    {
        foreach ($replacements as $replacement) {
            if ($replacement->covers($path, $isExact)) {
                return true;
            }
        }

        return false;
    }

    /** @return array{string, string} path, or id and range: as it is kept */
    public function kept(): array
    {
        return $this->target === null ? [$this->path, ''] : [$this->target->id, $this->target->range];
    }

    /** @param  array{string, string}  $kept */
    public static function ofKept(array $kept): self
    {
        return $kept[1] === '' ? new self($kept[0], null) : new self('', new Target($kept[0], $kept[1]));
    }
}

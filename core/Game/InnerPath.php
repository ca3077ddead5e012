<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** Paths in a definition, which a stranger may have written: relative to an instance's folder, normalised, and inside it. */
final class InnerPath
{
    private const LONGEST = 200;

    /** Names at the root of an instance that are Stasimon's own. */
    private const OURS = ['.stasimon.json', 'plan.pending'];

    /**
     * @param  bool  $mayBeAll  whether "." may stand for the instance's folder itself
     *
     * @throws UnusableDocument
     */
    public static function read(Node $node, bool $mayBeAll = false): string
    {
        $path = $node->text();
        if (! ($mayBeAll && $path === '.') && ! self::isInside($path)) {
            throw $node->wrong(
                'a path inside the instance is expected: relative, with forward slashes, without "." and ".." and of at most '.
                    self::LONGEST.
                    ' characters.',
            );
        }

        return $path;
    }

    /** @throws UnusableDocument for what is more than one name */
    public static function name(Node $node): string
    {
        $name = self::read($node);

        return str_contains($name, '/') ? throw $node->wrong('the name of one folder is expected.') : $name;
    }

    /** Whether a path leads to something inside the folder that it is relative to. */
    public static function isInside(string $path): bool
    {
        return $path !== '' &&
            strlen($path) <= self::LONGEST &&
            preg_match('~^[^\x00-\x1f\x7f\\\\:]+$~D', $path) === 1 &&
            mb_check_encoding($path, 'UTF-8') &&
            array_intersect(explode('/', $path), ['', '.', '..']) === [] &&
            ! in_array($path, self::OURS, true);
    }
}

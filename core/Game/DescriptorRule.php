<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Expression;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;

/** Where archives of a game say what they are, in which format, and how that is to be read. */
final readonly class DescriptorRule
{
    /** What is read of one, each by an expression. */
    private const VALUES = [
        'id',
        'version',
        'name',
        'kind',
        'side',
        'needs',
        'suggests',
        'breaks',
        'provides',
        'before',
        'after',
        'picture',
    ];

    /**
     * @param  string  $path  in the archive; "*" stands for any part of a name, "**" for any folders
     * @param  list<string>  $clauses  headers of a manifest that hold clauses, in lower case
     * @param  array<string, Expression>  $values  what is read => how
     * @param  string  $archive  the archive of a folder that the path is in; nothing where it is in the folder itself
     * @param  list<array{string, string}>  $ids  patterns over an id, and the id of ours that it leads to
     */
    private function __construct(
        public string $path,
        public DescriptorFormat $format,
        public Scheme $scheme,
        public Syntax $syntax,
        public array $clauses,
        private array $values,
        private array $ids,
        private ?Expression $when,
        private string $archive = '',
    ) {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        $path = $node->field('path');
        if ($path->text() === '' || str_starts_with($path->text(), '/') || str_contains($path->text(), '..')) {
            throw $path->wrong('a path in the archive is expected, such as "info.json" or "META-INF/*.toml".');
        }
        foreach (['id', 'version'] as $needed) {
            $node->field($needed);
        }
        $values = [];
        foreach (self::VALUES as $value) {
            if ($node->has($value)) {
                $values[$value] = Expression::read($node->field($value));
            }
        }

        return new self(
            $path->text(),
            $node->field('format')->choice(DescriptorFormat::class),
            $node->optional('scheme')?->choice(Scheme::class) ?? Scheme::Semver,
            $node->optional('syntax')?->choice(Syntax::class) ?? Syntax::Comparator,
            array_map(fn (Node $item): string => strtolower($item->text()), $node->listed('clauses')),
            $values,
            array_map(fn (Node $item): array => [Pattern::read($item->field('pattern')), $item->field('id')->id()], $node->listed('ids')),
            $node->has('when') ? Expression::read($node->field('when')) : null,
            $node->optional('in')?->text() ?? '',
        );
    }

    /** Whether a file of a folder is what the rule reads, or the archive that holds it. */
    public function isInFolder(string $path): bool
    {
        return self::matches($this->archive === '' ? $this->path : $this->archive, $path);
    }

    public function isAt(string $path): bool
    {
        return self::matches($this->path, $path);
    }

    private static function matches(string $pattern, string $path): bool
    {
        return (new PathPattern($pattern))->covers($path);
    }

    /** Whether a descriptor at the right place is one of this kind. */
    public function fits(mixed $descriptor): bool
    {
        $found = $this->when?->of($descriptor);

        return $this->when === null || ($found !== null && $found !== false && $found !== '' && $found !== []);
    }

    /** What a descriptor says; null where the definition says nothing of it, or the descriptor does not. */
    public function value(string $what, mixed $descriptor): mixed
    {
        return ($this->values[$what] ?? null)?->of($descriptor);
    }

    /** The id of ours for a name that archives use; nothing for one that cannot be made into an id. */
    public function id(string $name): string
    {
        $id = mb_strtolower(trim($name));
        foreach ($this->ids as [$pattern, $leadsTo]) {
            if (@preg_match($pattern, $id) === 1) {
                return $leadsTo;
            }
        }

        return ltrim((string) preg_replace('/[^a-z0-9._+-]+/', '-', $id), '._+-');
    }
}

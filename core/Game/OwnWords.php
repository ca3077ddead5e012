<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use InvalidArgumentException;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** What a person adds to how an instance is launched; part of a hand-off only where that person says so. */
final readonly class OwnWords
{
    /** Words on each side, and variables, that there can be; bytes of each. */
    public const MOST = 50;

    public const LONGEST = 10_000;

    /**
     * @param  list<string>  $before  words that the game's command is given to, as a wrapper is
     * @param  list<string>  $after  arguments behind it
     * @param  array<string, string>  $environment  name => value
     * @param  string  $folder  in which it is started, below the instance's; nothing for that itself
     *
     * @throws InvalidArgumentException with a sentence, for what could be no part of a launch
     */
    public function __construct(
        public array $before = [],
        public array $after = [],
        public array $environment = [],
        public string $folder = '',
    ) {
        foreach ([$before, $after, array_values($environment)] as $words) {
            count($words) <= self::MOST || throw new InvalidArgumentException('At most '.self::MOST.' of them are taken.');
            foreach ($words as $word) {
                self::isWord($word) || throw new InvalidArgumentException('Words have no signs that cannot be seen.');
            }
        }
        foreach (array_keys($environment) as $name) {
            self::isVariable((string) $name) || throw new InvalidArgumentException("\"{$name}\" is the name of no variable.");
        }
        if ($folder !== '' && ! InnerPath::isInside($folder)) {
            throw new InvalidArgumentException('The folder is one below the instance\'s, as in game/bin.');
        }
    }

    public static function isVariable(string $name): bool
    {
        return preg_match('/^[A-Za-z_][A-Za-z0-9_]{0,99}$/D', $name) === 1;
    }

    private static function isWord(string $word): bool
    {
        return strlen($word) <= self::LONGEST && mb_check_encoding($word, 'UTF-8') && preg_match('/[\x00-\x1f\x7f]/', $word) !== 1;
    }

    public function isNothing(): bool
    {
        return $this->before === [] && $this->after === [] && $this->environment === [] && $this->folder === '';
    }

    /**
     * @param  list<string>  $command
     * @return list<string>
     */
    public function around(array $command): array
    {
        return [...$this->before, ...$command, ...$this->after];
    }

    /** @return list<string> what it adds, a line each, so that it can be looked at */
    public function lines(): array
    {
        return array_values(array_filter([
            $this->before === [] ? '' : 'before the command: '.implode(' ', $this->before),
            $this->after === [] ? '' : 'behind it: '.implode(' ', $this->after),
            ...array_map(
                fn (string $name, string $value): string => "with {$name}={$value}",
                array_map(strval(...), array_keys($this->environment)),
                array_values($this->environment),
            ),
            $this->folder === '' ? '' : "in the folder {$this->folder}",
        ]));
    }

    /** @return array{before: list<string>, after: list<string>, environment: array<string, string>, folder: string} */
    public function fields(): array
    {
        return [
            'before' => $this->before,
            'after' => $this->after,
            'environment' => $this->environment,
            'folder' => $this->folder,
        ];
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        try {
            return new self(
                array_map(fn (Node $word): string => $word->text(), $node->listed('before')),
                array_map(fn (Node $word): string => $word->text(), $node->listed('after')),
                array_map(fn (Node $value): string => $value->text(), $node->optional('environment')?->entries() ?? []),
                $node->optional('folder')?->text() ?? '',
            );
        } catch (InvalidArgumentException $failure) {
            throw $node->wrong($failure->getMessage());
        }
    }
}

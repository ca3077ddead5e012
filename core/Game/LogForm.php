<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** The form of a game's log, and what its lines mean. */
final readonly class LogForm
{
    /**
     * @param  string  $line  a pattern with the groups time, thread, level, logger and message
     * @param  array<string, LogLevel>  $levels  the group's text => what it means, where it is not a usual word
     * @param  array<string, string>  $phases  logger => name of the phase that begins with its first line, in their order
     * @param  string  $starting  a pattern over the message that says that a mod begins to start: package, version
     * @param  string  $started  the same once it has: package, version, milliseconds
     * @param  string  $file  a file in the instance's folder that it writes its log into, beside what it prints; nothing if none
     * @param  string  $report  the file, relative to the instance's folder, that a crash leaves; nothing if none
     * @param  LoadReport|null  $missing  where it writes what was asked for and is not there; null if nowhere
     * @param  list<string>  $own  what the names of the game's own classes begin with
     * @param  array<string, list<string>>  $sides  client or server => what the names of classes begin with that only this side has
     * @param  bool  $dump  whether it says what its threads are at when it is sent SIGQUIT
     * @param  list<FailureSignature>  $signatures
     */
    private function __construct(
        public string $line,
        public array $levels,
        public array $phases,
        public string $starting,
        public string $started,
        public string $file,
        public string $report,
        public ?LoadReport $missing,
        public array $own,
        public array $sides,
        public bool $dump,
        public array $signatures,
    ) {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        $texts = fn (Node $list): array => array_map(fn (Node $item): string => $item->text(), $list->items());
        $phases = [];
        foreach ($node->listed('phases') as $phase) {
            $phases[$phase->field('logger')->text()] = $phase->field('name')->text();
        }

        $signatures = $node->field('signatures')->items();
        if (count($signatures) > Limits::SIGNATURES) {
            throw $signatures[Limits::SIGNATURES]->wrong('at most '.Limits::SIGNATURES.' wordings are expected.');
        }

        return new self(
            Pattern::read($node->field('line')),
            array_map(fn (Node $level): LogLevel => $level->choice(LogLevel::class), $node->optional('levels')?->entries() ?? []),
            $phases,
            $node->has('starting') ? Pattern::read($node->field('starting')) : '',
            $node->has('started') ? Pattern::read($node->field('started')) : '',
            self::path($node, 'file'),
            self::path($node, 'report'),
            $node->has('loadReport') ? LoadReport::read($node->field('loadReport')) : null,
            array_map(fn (Node $item): string => $item->text(), $node->listed('own')),
            array_map($texts, $node->optional('sides')?->entries() ?? []),
            $node->optional('dump')?->flag() ?? false,
            array_map(FailureSignature::read(...), $signatures),
        );
    }

    /** @throws UnusableDocument */
    private static function path(Node $node, string $field): string
    {
        return $node->has($field) && $node->field($field)->text() !== '' ? InnerPath::read($node->field($field)) : '';
    }

    /** Whether its lines say how serious they are. */
    public function saysLevels(): bool
    {
        return str_contains($this->line, '(?<level>');
    }

    public function isOwn(string $class): bool
    {
        foreach ($this->own as $beginning) {
            if (str_starts_with($class, $beginning)) {
                return true;
            }
        }

        return false;
    }

    /** The one side that has a class, where only one has it. */
    public function sideOf(string $class): ?string
    {
        foreach ($this->sides as $side => $beginnings) {
            foreach ($beginnings as $beginning) {
                if (str_starts_with($class, $beginning)) {
                    return $side;
                }
            }
        }

        return null;
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** How a game is started, and how it is known from outside that it is up. */
final readonly class LaunchForm
{
    /**
     * @param  list<string>  $command  that starts it and ends by itself once it is up, or is ended when it says that it is; with
     *     {placeholders}
     * @param  list<string>  $play  that starts it for a person, who ends it
     * @param  list<string>  $serve  that starts it as a server that others join, until it is ended; none where that is not known
     * @param  list<string>  $join  that starts it to join a {server}, and ends by itself; none where that is not known
     * @param  string  $open  a pattern over the line by which a server says where it is open, as (?<server>…)
     * @param  list<Template>  $templates  files that are written before it starts
     * @param  bool  $alone  whether it can be launched without its loader
     * @param  string  $up  a pattern over the line by which it says that it is up; nothing if it ends by itself
     * @param  string  $failing  a pattern over a line after which it is not as it should be, whatever its exit code; nothing if the code
     *     tells
     */
    private function __construct(
        public array $command,
        public array $play,
        private array $serve,
        private array $join,
        public string $open,
        public array $templates,
        public bool $alone,
        public string $up,
        public string $failing,
    ) {
    }

    /** @throws UnusableDocument */
    public static function read(Node $game): self
    {
        $texts = fn (Node $list): array => array_map(fn (Node $item): string => $item->text(), $list->items());
        $command = $texts($game->field('launch'));
        $end = $game->optional('ready');

        return new self(
            $command,
            $game->has('play') ? $texts($game->field('play')) : $command,
            $game->has('serve') ? $texts($game->field('serve')->field('command')) : [],
            $game->has('serve') ? $texts($game->field('serve')->field('join')) : [],
            $game->has('serve') ? Pattern::read($game->field('serve')->field('open')) : '',
            array_map(Template::read(...), $game->listed('templates')),
            $game->optional('alone')?->flag() ?? true,
            $end?->has('up') === true ? Pattern::read($end->field('up')) : '',
            $end?->has('failing') === true ? Pattern::read($end->field('failing')) : '',
        );
    }

    /** @return list<Kind> kinds of what the game starts in the order in which it is told of them */
    public function started(): array
    {
        $kinds = array_merge([], ...array_map(fn (Template $template): array => $template->kinds(), $this->templates));

        return array_values(array_filter([Kind::Library, Kind::Mod], fn (Kind $kind): bool => in_array($kind, $kinds, true)));
    }

    /**
     * A command with its placeholders filled in.
     *
     * @param  array<string, string>  $values  placeholder => what takes its place
     * @return list<string>
     */
    public function command(array $values, Way $way = Way::Rehearse): array
    {
        return array_map(
            fn (string $part): string => self::filled($part, $values),
            match ($way) {
                Way::Rehearse => $this->command,
                Way::Play => $this->play,
                Way::Serve => $this->serve,
                Way::Join => $this->join,
            },
        );
    }

    /** @return array<string, list<string>> what it is for => a command, each that differs from the first */
    public function commands(): array
    {
        $commands = ['To rehearse and to play' => $this->command];
        if ($this->play !== $this->command) {
            $commands = ['To rehearse' => $this->command, 'To play' => $this->play];
        }

        return $commands +
            ($this->serve === [] ? [] : ['As a server' => $this->serve]) +
            ($this->join === [] ? [] : ['To join a server' => $this->join]);
    }

    /** Whether a server of it can be launched together with a client that joins it. */
    public function canJoin(): bool
    {
        return $this->serve !== [] && $this->join !== [];
    }

    /** @return array<string, mixed> all that is run or written before it, part by part */
    public function document(): array
    {
        return [
            'launch' => $this->command,
            'play' => $this->play,
            'serve' => $this->serve,
            'join' => $this->join,
            'open' => Pattern::plain($this->open),
            'files' => array_map(fn (Template $template): array => $template->document(), $this->templates),
        ];
    }

    /** @param  array<string, string>  $values  placeholder => what takes its place */
    public static function filled(string $text, array $values): string
    {
        return strtr($text, array_combine(array_map(fn (string $name): string => '{'.$name.'}', array_keys($values)), $values));
    }
}

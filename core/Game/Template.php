<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** A file that a game reads when it starts, and that says what is in the instance: written anew before each launch. */
final readonly class Template
{
    /** @param  list<string|TemplateList>  $lines */
    private function __construct(public string $path, private array $lines)
    {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        $path = InnerPath::read($node->field('path'));
        $lines = [];
        foreach ($node->field('lines')->items() as $line) {
            $lines[] = $line->isText()
                ? $line->text()
                : new TemplateList(
                    $line->optional('begin')?->text() ?? '',
                    $line->field('each')->text(),
                    $line->optional('join')?->text() ?? '',
                    array_map(fn (Node $kind): Kind => $kind->choice(Kind::class), $line->field('of')->items()),
                );
        }

        return new self($path, $lines);
    }

    /** @return list<Kind> kinds of files that it lists one after another */
    public function kinds(): array
    {
        return array_merge(...array_map(fn (string|TemplateList $line): array => is_string($line) ? [] : $line->of, $this->lines));
    }

    /** @return list<string|TemplateList> as the definition has them, with their placeholders */
    public function lines(): array
    {
        return $this->lines;
    }

    /** @return array{path: string, lines: list<string|array<string, mixed>>} */
    public function document(): array
    {
        $written = fn (string|TemplateList $line): string|array => is_string($line) ? $line : $line->document();

        return ['path' => $this->path, 'lines' => array_map($written, $this->lines)];
    }

    /**
     * The file's text.
     *
     * @param  array<string, string>  $values  placeholder => what takes its place
     * @param  list<PlacedFile>  $files  what is in the instance
     */
    public function text(array $values, array $files): string
    {
        return implode(
            '',
            array_map(
                fn (string|TemplateList $line): string => (is_string($line)
                    ? LaunchForm::filled($line, $values)
                    : $line->text($values, $files))."\n",
                $this->lines,
            ),
        );
    }
}

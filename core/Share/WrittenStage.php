<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** A step of an install that has to be done in order, as it is given away. */
final readonly class WrittenStage
{
    /** Stages that one instance can have. */
    public const MOST = 50;

    public const TITLE = 80;

    /** Characters of an instruction, which is Markdown, and of what a condition is about. */
    public const INSTRUCTION = 20_000;

    public const ABOUT = 200;

    /**
     * @param  StageCondition  $condition  what has to be true before the next one
     * @param  string  $about  of "word" the sentence, of "gone" the package
     * @param  array<string, string>  $adds  package id => range
     * @param  list<string>  $drops  package ids
     * @param  bool  $isReached  whether what it changes is in the line-up that it comes with
     *
     * @throws UnusableHandOff
     */
    public function __construct(
        public string $title,
        public string $instruction,
        public StageCondition $condition,
        public string $about,
        public array $adds,
        public array $drops,
        public bool $isReached,
    ) {
        $isText =
            mb_strlen($instruction) <= self::INSTRUCTION && mb_check_encoding($instruction, 'UTF-8') && ! str_contains($instruction, "\0");
        if (
            $title === '' ||
            ! Carried::isLine($title, self::TITLE) ||
            ! $isText ||
            ! Carried::isLine($about, self::ABOUT) ||
            ($condition === StageCondition::Clean) !== ($about === '')
        ) {
            throw UnusableHandOff::because(
                'It has a stage without a name, with one that is too long, or with a condition that says nothing.',
            );
        }
        if (count($adds) + count($drops) > HandOff::MOST) {
            throw UnusableHandOff::because('It has a stage that names more than '.number_format(HandOff::MOST).' packages.');
        }
        foreach ($adds as $range) {
            Carried::isLine($range, Limits::RANGE) ||
                throw UnusableHandOff::because('It has a stage with a range that is too long, or not one line of text.');
        }
    }

    /** @throws UnusableDocument|UnusableHandOff */
    public static function read(Node $node): self
    {
        $adds = [];
        foreach ($node->listed('adds') as $add) {
            $adds[$add->field('id')->id()] = $add->optional('range')?->text() ?? '*';
        }
        $condition = StageCondition::tryFrom($node->field('condition')->text());
        $condition ?? throw $node->field('condition')->wrong('"clean", "word" or "gone" is expected.');

        return new self(
            $node->field('title')->text(),
            $node->optional('instruction')?->text() ?? '',
            $condition,
            $node->optional('about')?->text() ?? '',
            $adds,
            array_map(fn (Node $id): string => $id->id(), $node->listed('drops')),
            $node->optional('reached')?->flag() ?? false,
        );
    }

    /** @return array<string, mixed> as it stands in a document */
    public function fields(): array
    {
        return [
            'title' => $this->title,
            'instruction' => $this->instruction,
            'condition' => $this->condition->value,
            'about' => $this->about,
            'adds' => array_map(
                fn (string $id, string $range): array => ['id' => $id, 'range' => $range],
                array_map(strval(...), array_keys($this->adds)),
                array_values($this->adds),
            ),
            'drops' => $this->drops,
            'reached' => $this->isReached,
        ];
    }
}

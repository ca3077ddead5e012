<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Share\Carried;

/**
 * The head of a set that goes on (docs/formats/set.schema.json): every state that was given, by number and digest, signed as a whole.
 * Whoever has seen one knows from the next whether what was given before is as it was.
 */
final readonly class SetHead
{
    public const FORMAT = 'stasimon/set';

    /** The name of the head beside the states. */
    public const NAME = 'set.json';

    /** Bytes that one may have. */
    public const LONGEST = 2_000_000;

    /** States that one may have. */
    public const MOST = 2_000;

    /**
     * @param  string  $id  of the pack whose releases the states are
     * @param  non-empty-list<SetEntry>  $entries  by number
     * @param  Signature|null  $signature  of one that was read
     */
    public function __construct(public string $id, public string $name, public array $entries, public ?Signature $signature = null)
    {
    }

    public function latest(): SetEntry
    {
        return $this->entries[count($this->entries) - 1];
    }

    /** The name of a state's file beside the head. */
    public static function file(int $number): string
    {
        return "{$number}.pack.zip";
    }

    /**
     * The head as two lines: what is said, and who signed exactly that line.
     *
     * @param  non-empty-string  $secret  of libsodium, 64 bytes
     */
    public function written(string $secret): string
    {
        $said = json_encode(
            [
                'format' => self::FORMAT,
                'revision' => 1,
                'id' => $this->id,
                'name' => $this->name,
                'entries' => array_map(fn (SetEntry $entry): array => $entry->written(), $this->entries),
            ],
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        );
        $signature = json_decode(Signature::of($said, $secret)->document(), flags: JSON_THROW_ON_ERROR);

        return '{"set":'.$said.",\n\"signature\":".json_encode($signature, JSON_THROW_ON_ERROR)."}\n";
    }

    /** @throws UnusablePack for one that is none, or is not signed as it stands */
    public static function read(string $text): self
    {
        if (strlen($text) > self::LONGEST) {
            throw UnusablePack::because('The head of a set has at most '.number_format(self::LONGEST).' bytes.');
        }
        if (preg_match('/^\{"set":(?<said>\{.*\}),\n"signature":(?<signature>\{.*\})\}\s*$/Ds', $text, $part) !== 1) {
            throw UnusablePack::because('That is no head of a set, or it was written over.');
        }
        $signature = Signature::read($part['signature'], $part['said']);
        try {
            $node = Node::ofJson($part['said']);
            $node->expectFormat(self::FORMAT);
            $id = $node->field('id')->id();
            $name = $node->field('name')->words(Limits::NAME);
            $entries = array_map(self::entry(...), array_slice($node->field('entries')->items(), 0, self::MOST + 1));
        } catch (UnusableDocument $failure) {
            throw UnusablePack::because($failure->getMessage());
        }
        $numbers = array_map(fn (SetEntry $entry): int => $entry->number, $entries);
        if ($entries === [] || count($entries) > self::MOST || $numbers !== range(1, count($entries))) {
            throw UnusablePack::because('Its states are not numbered one after the other.');
        }

        return new self($id, $name, $entries, $signature);
    }

    /** @throws UnusableDocument */
    private static function entry(Node $node): SetEntry
    {
        $sha256 = $node->field('sha256')->text();
        Carried::isDigest($sha256) || throw $node->field('sha256')->wrong('that is no SHA-256.');

        return new SetEntry(
            $node->field('number')->whole(),
            $sha256,
            $node->field('size')->whole(),
            $node->field('at')->words(Limits::VERSION),
            mb_substr($node->optional('why')?->text() ?? '', 0, Limits::NOTES),
        );
    }

    /**
     * Whether it goes on from what was seen of it before.
     *
     * @param  array<int, string>  $seen  number => SHA-256
     *
     * @throws UnusablePack that says what was taken back or written over
     */
    public function goesOnFrom(array $seen): void
    {
        foreach ($seen as $number => $sha256) {
            $entry = $this->entries[$number - 1] ?? null;
            if ($entry === null) {
                throw UnusablePack::because("It ends at {$this->latest()->number}, and had {$number} before: it was rolled back.");
            }
            if ($entry->sha256 !== $sha256) {
                throw UnusablePack::because("Its state {$number} is another one than before: what was given once was written over.");
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Sharing\Whole;

use App\Refusal\Refusal;
use App\Shelf\Recognised;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\HandOffDocument;
use Stasimon\Core\Share\UnusableHandOff;
use Stasimon\Core\Share\WrittenStage;
use Throwable;

/** What the archive of a whole instance says beside its files: docs/formats/whole.md. */
final readonly class WholeDocument
{
    public const NAME = 'whole.json';

    /**
     * @param  array<string, string>  $notes  package id => a person's note
     * @param  string  $about  what a person wrote about the instance
     * @param  list<array{string, string}>  $marks  for each stage, when it was entered and when it was done, or nothing
     * @param  list<array{name: string, sha256: string, found: Recognised}>  $shelf  files of the own shelf that it uses
     */
    public function __construct(
        public HandOff $handOff,
        public array $notes,
        public string $about,
        public string $colour,
        public array $marks,
        public array $shelf,
    ) {
    }

    public function written(): string
    {
        return json_encode(
            [
                'format' => 'stasimon/whole',
                'revision' => 1,
                'handOff' => json_decode(HandOffDocument::write($this->handOff), flags: JSON_THROW_ON_ERROR),
                'notes' => (object) $this->notes,
                'about' => $this->about,
                'colour' => $this->colour,
                'stages' => $this->marks,
                'shelf' => array_map(fn (array $file): array => ['found' => $file['found']->kept()] + $file, $this->shelf),
            ],
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        );
    }

    /** @throws Refusal for what is none, or cannot be read */
    public static function read(string $json, string $archive): self
    {
        try {
            $node = Node::ofJson($json);
            $node->field('format')->text() === 'stasimon/whole' ||
                throw Refusal::unusable(
                    "{$archive} is no whole instance: its {$node->field('format')->text()} is another format. Nothing was made.",
                );
            $document = json_decode($json, true, flags: JSON_THROW_ON_ERROR);
            // As objects, so that an empty one stays one.
            $given = HandOffDocument::read(json_encode(json_decode($json)->handOff ?? null, JSON_THROW_ON_ERROR));
            $shelf = [];
            foreach ($node->listed('shelf') as $number => $file) {
                $digest = $file->field('sha256')->text();
                preg_match('/^[0-9a-f]{64}$/D', $digest) === 1 ||
                    throw Refusal::unusable("{$archive} names a file of the shelf by what is no SHA-256. Nothing was made.");
                $found = Recognised::of((array) ($document['shelf'][$number]['found'] ?? []));
                $shelf[] = ['name' => $file->field('name')->text(), 'sha256' => $digest, 'found' => $found];
            }
            $mark = fn (Node $one): string => $one->isText() ? $one->text() : '';

            return new self(
                $given,
                array_map(fn (Node $note): string => $note->text(), $node->optional('notes')?->entries() ?? []),
                $node->optional('about')?->text() ?? '',
                $node->optional('colour')?->text() ?? '',
                array_map(
                    fn (Node $stage): array => [$mark($stage->items()[0] ?? $stage), $mark($stage->items()[1] ?? $stage)],
                    $node->listed('stages'),
                ),
                $shelf,
            );
        } catch (UnusableDocument|UnusableHandOff $failure) {
            throw Refusal::unusable("{$archive} cannot be read: {$failure->getMessage()} Nothing was made.");
        } catch (Refusal $refusal) {
            throw $refusal;
        } catch (Throwable) {
            // A document by somebody else may hold anything where ours has a file of the shelf.
            throw Refusal::unusable("{$archive} cannot be read as a whole instance. Nothing was made.");
        }
    }

    /** @return list<WrittenStage> */
    public function stages(): array
    {
        return $this->handOff->stages;
    }
}

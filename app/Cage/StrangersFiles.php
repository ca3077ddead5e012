<?php

declare(strict_types=1);

namespace App\Cage;

use App\Games\Games;
use App\Refusal\Refusal;
use Stasimon\Core\Evidence\ArchiveFacts;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Evidence\Proposal;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/**
 * What is found out of strangers' files, each in the cage. Whatever takes too long or grows too large is refused with a sentence.
 *
 * @phpstan-type Entries list<ArchiveEntry>
 */
final readonly class StrangersFiles
{
    public function __construct(private Cage $cage, private Games $games)
    {
    }

    /**
     * What a file says of itself, by a game's definition.
     *
     * @param  string  $folder  in the archive, that is looked at in place of all of it
     *
     * @throws UnreadableDescriptor with why nothing describes it
     * @throws UnsafeArchive
     * @throws Refusal
     */
    public function describe(GameDefinition $game, string $path, string $name, string $folder = ''): Described
    {
        return $this->describeBy($this->games->document($game->id), $path, $name, $folder);
    }

    /**
     * The same by a definition that may not be known yet.
     *
     * @throws UnreadableDescriptor
     * @throws UnsafeArchive
     * @throws Refusal
     */
    public function describeBy(string $definition, string $path, string $name, string $folder = ''): Described
    {
        return $this->described([self::part($definition, 'descriptors'), $path, $name, $folder], $name);
    }

    /**
     * What a file in a game's folder says of the game, by one of its rules for that.
     *
     * @throws UnreadableDescriptor
     * @throws UnsafeArchive
     * @throws Refusal
     */
    public function installed(GameDefinition $game, int $rule, string $path, string $name): Described
    {
        $rules = (array) json_decode(self::part($this->games->document($game->id), 'installed'));

        return $this->described([(string) json_encode([$rules[$rule] ?? null]), $path, $name], $name);
    }

    /**
     * What a file that says nothing of itself probably is.
     *
     * @throws UnsafeArchive
     * @throws Refusal
     */
    public function propose(GameDefinition $game, string $path, string $name): Proposal
    {
        $proposal = $this->cage->ask(
            Job::Propose,
            $name,
            self::part($this->games->document($game->id), 'descriptors'),
            $path,
            $name,
            array_map(strval(...), array_keys($game->places)),
        );

        return $proposal instanceof Proposal ? $proposal : throw self::none($name);
    }

    /**
     * The same by a definition that nobody has taught yet.
     *
     * @param  array<string>  $kinds
     *
     * @throws UnsafeArchive
     * @throws Refusal
     */
    public function proposeBy(string $definition, string $path, string $name, array $kinds): Proposal
    {
        $proposal = $this->cage->ask(Job::Propose, $name, self::part($definition, 'descriptors'), $path, $name, array_values($kinds));

        return $proposal instanceof Proposal ? $proposal : throw self::none($name);
    }

    /** @throws Refusal */
    public function facts(string $path, string $name): ArchiveFacts
    {
        $facts = $this->cage->ask(Job::Facts, $name, $path);

        return $facts instanceof ArchiveFacts ? $facts : throw self::none($name);
    }

    /**
     * The files of an archive that is laid as it is, each read once.
     *
     * @return Entries
     *
     * @throws UnsafeArchive
     * @throws Refusal
     */
    public function entries(string $path, string $name): array
    {
        return $this->listed($this->cage->ask(Job::Look, $name, $path, $name), $name);
    }

    /**
     * The files of an archive that is unpacked, each read once.
     *
     * @return Entries
     *
     * @throws UnsafeArchive
     * @throws Refusal
     */
    public function unpackable(string $path, string $name): array
    {
        return $this->listed($this->cage->ask(Job::Read, $name, $path, $name), $name);
    }

    /**
     * What a room makes of what it is given, as a text.
     *
     * @param  class-string<Caged>  $room
     * @param  string  $name  what is read, for a sentence
     *
     * @throws Refusal
     */
    public function text(string $room, string $name, mixed ...$given): string
    {
        $text = $this->cage->ask($room, $name, ...$given);

        return is_string($text) ? $text : throw self::none($name);
    }

    /** @param  list<mixed>  $given */
    private function described(array $given, string $name): Described
    {
        $said = $this->cage->ask(Job::Describe, $name, ...$given);

        return $said instanceof Described ? $said : throw self::none($name);
    }

    /** @return Entries */
    private function listed(mixed $entries, string $name): array
    {
        return is_array($entries)
            ? array_values(array_filter($entries, fn (mixed $entry): bool => $entry instanceof ArchiveEntry))
            : throw self::none($name);
    }

    private static function part(string $definition, string $part): string
    {
        return (string) json_encode(json_decode($definition)->{$part} ?? [], JSON_PRESERVE_ZERO_FRACTION);
    }

    private static function none(string $name): Refusal
    {
        return Refusal::unusable("{$name} cannot be read.");
    }
}

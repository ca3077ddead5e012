<?php

declare(strict_types=1);

namespace App\Cage;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\Descriptors;
use Stasimon\Core\Evidence\Evidence;
use Stasimon\Core\Evidence\Proposal;
use Stasimon\Core\Game\DescriptorRule;
use Stasimon\Core\Place\Archive\Archive;

/** What is read of archives in a process of its own, because they come from strangers. */
enum Job: string
{
    /** What an archive says of itself. */
    case Describe = 'describe';

    /** What one that says nothing of itself probably is. */
    case Propose = 'propose';

    /** What an archive holds that tells what it runs on. */
    case Facts = 'facts';

    /** The entries of an archive, each read once. */
    case Look = 'look';

    /** The same of one that is unpacked. */
    case Read = 'read';

    /**
     * @param  list<mixed>  $given  strings, numbers and lists of them
     * @return mixed of what Cage::ANSWERS lists
     */
    public function do(array $given): mixed
    {
        return match ($this) {
            self::Describe => self::described(...$given),
            self::Propose => self::proposed(...$given),
            self::Facts => (new Evidence)->of(...$given),
            self::Look => Archive::lookInto(...$given)->entries,
            self::Read => Archive::read(...$given)->entries,
        };
    }

    private static function described(string $rules, string $path, string $name, string $folder = ''): Described
    {
        return (new Descriptors(self::rules($rules)))->of($path, $name, $folder);
    }

    /** @param  list<string>  $kinds */
    private static function proposed(string $rules, string $path, string $name, array $kinds): Proposal
    {
        return Proposal::of($path, $name, array_map(Kind::from(...), $kinds), self::rules($rules));
    }

    /** @return list<DescriptorRule> */
    private static function rules(string $json): array
    {
        static $read = [];
        $read = isset($read[$json]) ? $read : [$json => array_map(DescriptorRule::read(...), Node::ofJson($json)->items())];

        return $read[$json];
    }
}

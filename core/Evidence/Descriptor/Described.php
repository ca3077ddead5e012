<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Descriptor;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Provision;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;

/** What an archive says of itself, in our words. */
final readonly class Described
{
    /**
     * @param  string  $descriptor  the path inside the archive that was read
     * @param  string  $side  client, server or both; nothing where it does not say
     * @param  list<SaidRelation>  $needs
     * @param  list<SaidRelation>  $suggests
     * @param  list<SaidRelation>  $breaks
     * @param  list<Provision>  $provides
     * @param  list<string>  $before  ids of packages that it comes before in an order, as it says
     * @param  list<string>  $after  the same of those that it comes after
     * @param  string  $picture  the path inside the archive of a picture of it; nothing where it names none
     */
    public function __construct(
        public string $id,
        public string $version,
        public string $name,
        public Kind $kind,
        public string $side,
        public Scheme $scheme,
        public Syntax $syntax,
        public string $descriptor,
        public array $needs,
        public array $suggests,
        public array $breaks,
        public array $provides,
        public array $before = [],
        public array $after = [],
        public string $picture = '',
    ) {
    }

    public function said(): SaidRelease
    {
        return new SaidRelease($this->version, $this->needs, $this->suggests, $this->breaks, $this->provides);
    }

    /** @return array<string, mixed> as a release of a catalogue */
    public function release(): array
    {
        return array_filter(
            ['version' => $this->version, 'side' => $this->side, 'descriptor' => $this->descriptor],
            fn (string $value): bool => $value !== '',
        ) + $this->said()->written();
    }
}

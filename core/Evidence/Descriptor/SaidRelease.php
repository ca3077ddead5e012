<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Descriptor;

use Stasimon\Core\Catalogue\Provision;

/** What is said of one release: its version, and how it stands to others, as a catalogue has it. */
final readonly class SaidRelease
{
    /**
     * @param  list<SaidRelation>  $needs
     * @param  list<SaidRelation>  $suggests
     * @param  list<SaidRelation>  $breaks
     * @param  list<Provision>  $provides
     */
    public function __construct(
        public string $version,
        public array $needs = [],
        public array $suggests = [],
        public array $breaks = [],
        public array $provides = [],
    ) {
    }

    /** The same in another version, needing and breaking what a person says; of what it needs, alternatives stay as they are. */
    public function corrected(string $version, SaidRelease $by): self
    {
        $choices = array_values(array_filter($this->needs, fn (SaidRelation $need): bool => $need->isChoice()));

        return new self($version, [...$choices, ...$by->needs], $this->suggests, $by->breaks, $this->provides);
    }

    /** @return array<string, mixed> as a release of a catalogue; what is empty is left out */
    public function written(): array
    {
        $written = fn (SaidRelation $one): array => $one->written();

        return array_filter(
            [
                'version' => $this->version,
                'needs' => array_map($written, $this->needs),
                'suggests' => array_map($written, $this->suggests),
                'breaks' => array_map($written, $this->breaks),
                'provides' => array_map(fn (Provision $one): array => ['id' => $one->id, 'version' => $one->version], $this->provides),
            ],
            fn (array|string $value): bool => $value !== '' && $value !== [],
        );
    }

    /** What was written, also by an older Stasimon; what makes no sense in it says nothing. */
    public static function read(mixed $written): self
    {
        $written = is_array($written) ? $written : [];

        return new self(
            is_string($written['version'] ?? null) ? $written['version'] : '',
            self::relations($written['needs'] ?? null),
            self::relations($written['suggests'] ?? null),
            self::relations($written['breaks'] ?? null),
            self::provisions($written['provides'] ?? null),
        );
    }

    /** @return list<SaidRelation> */
    private static function relations(mixed $written): array
    {
        return array_values(array_filter(array_map(SaidRelation::read(...), is_array($written) ? $written : [])));
    }

    /** @return list<Provision> */
    private static function provisions(mixed $written): array
    {
        $provisions = [];
        foreach (is_array($written) ? $written : [] as $one) {
            if (is_array($one) && is_string($one['id'] ?? null) && is_string($one['version'] ?? null)) {
                $provisions[] = new Provision($one['id'], $one['version']);
            }
        }

        return $provisions;
    }
}

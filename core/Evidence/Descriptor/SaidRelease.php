<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Descriptor;

/** What is said of one release: its version, and how it stands to others, as a catalogue has it. */
final readonly class SaidRelease
{
    /**
     * @param  list<array<string, mixed>>  $needs  each {id, range} or {anyOf: [{id, range}]}
     * @param  list<array<string, mixed>>  $suggests
     * @param  list<array<string, mixed>>  $breaks  each {id, range}, and perhaps why
     * @param  list<array<string, mixed>>  $provides  each {id, version}
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
        $choices = array_values(array_filter($this->needs, fn (array $need): bool => isset($need['anyOf'])));

        return new self($version, [...$choices, ...$by->needs], $this->suggests, $by->breaks, $this->provides);
    }

    /** @return array<string, mixed> as a release of a catalogue; what is empty is left out */
    public function written(): array
    {
        return array_filter(
            [
                'version' => $this->version,
                'needs' => $this->needs,
                'suggests' => $this->suggests,
                'breaks' => $this->breaks,
                'provides' => $this->provides,
            ],
            fn (mixed $value): bool => $value !== '' && $value !== [],
        );
    }

    /** What was written, also by an older Stasimon; what makes no sense in it says nothing. */
    public static function read(mixed $written): self
    {
        $written = is_array($written) ? $written : [];
        /** @var \Closure(string): list<array<string, mixed>> $list */
        $list = fn (string $key): array => array_values(array_filter((array) ($written[$key] ?? []), is_array(...)));

        return new self(
            is_string($written['version'] ?? null) ? $written['version'] : '',
            $list('needs'),
            $list('suggests'),
            $list('breaks'),
            $list('provides'),
        );
    }
}

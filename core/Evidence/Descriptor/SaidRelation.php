<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Descriptor;

use Stasimon\Core\Catalogue\Target;

/** What a file says of another package that its release needs, suggests or cannot stand beside; of several, one is enough. */
final readonly class SaidRelation
{
    /**
     * @param  non-empty-list<Target>  $alternatives
     * @param  string  $why  what the file says of it; nothing where it says nothing
     */
    public function __construct(public array $alternatives, public string $why = '')
    {
    }

    public function isChoice(): bool
    {
        return count($this->alternatives) > 1;
    }

    /** @return array{anyOf?: list<array{id: string, range?: string}>, id?: string, range?: string, why?: string} as a catalogue has it */
    public function written(): array
    {
        $written = array_map(
            fn (Target $target): array => ['id' => $target->id] + ($target->range === '*' ? [] : ['range' => $target->range]),
            $this->alternatives,
        );

        return $this->isChoice() ? ['anyOf' => $written] : $written[0] + ($this->why === '' ? [] : ['why' => $this->why]);
    }

    /** What was written; null for what makes no sense. */
    public static function read(mixed $written): ?self
    {
        $written = is_array($written) ? $written : [];
        $alternatives = [];
        foreach (is_array($written['anyOf'] ?? null) ? $written['anyOf'] : [$written] as $one) {
            if (is_array($one) && is_string($one['id'] ?? null)) {
                $alternatives[] = new Target($one['id'], is_string($one['range'] ?? null) ? $one['range'] : '*');
            }
        }

        return $alternatives === [] ? null : new self($alternatives, is_string($written['why'] ?? null) ? $written['why'] : '');
    }

    /** In a few words: "oakum-api >=1.4 or oakum-lite" */
    public function words(): string
    {
        return implode(' or ', array_map(fn (Target $one): string => rtrim($one->key(), ' *'), $this->alternatives));
    }
}

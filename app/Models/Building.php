<?php

declare(strict_types=1);

namespace App\Models;

/** An instance that is applied, rehearsed and repaired again and again until it launches: its rounds so far. */
final readonly class Building implements Kept
{
    /**
     * @param  list<array{rehearsal: int, said: string, key: string, remedy: string}>  $rounds  what each failed launch said, and the remedy
     *     that was taken
     * @param  string  $said  why it is over, where it is left to a person
     * @param  bool  $begins  whether its draft, which a person wants applied, is still the first thing to do
     */
    public function __construct(
        public BuildState $state = BuildState::Open,
        public array $rounds = [],
        public string $said = '',
        public bool $begins = false,
    ) {
    }

    public static function of(array $kept): self
    {
        $rounds = array_values($kept['rounds'] ?? []);

        return new self(BuildState::from($kept['state']), $rounds, $kept['said'] ?? '', $kept['begins'] ?? false);
    }

    public function kept(): array
    {
        return ['state' => $this->state->value, 'rounds' => $this->rounds, 'said' => $this->said, 'begins' => $this->begins];
    }

    public function isOpen(): bool
    {
        return $this->state === BuildState::Open;
    }

    /** Whether a remedy was taken in a round before. */
    public function hasTaken(string $key): bool
    {
        return in_array($key, array_column($this->rounds, 'key'), true);
    }

    public function took(int $rehearsal, string $said, string $key, string $remedy): self
    {
        return new self($this->state, [...$this->rounds, ['rehearsal' => $rehearsal, 'said' => $said, 'key' => $key, 'remedy' => $remedy]]);
    }

    public function ended(BuildState $state, string $said = ''): self
    {
        return new self($state, $this->rounds, $said);
    }

    public function words(): string
    {
        $count = count($this->rounds);
        $rounds = $count === 0 ? '' : ($count === 1 ? ' after one repair' : " after {$count} repairs");

        return match ($this->state) {
            BuildState::Open => 'It is being built until it launches.',
            BuildState::Launches => "It launches{$rounds}.",
            BuildState::Yours => "It does not launch yet{$rounds}. {$this->said}",
            BuildState::Stopped => 'Building it was stopped. What was applied so far stays.',
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Findings;

/** Something true about an instance that the person should know. */
final readonly class Finding
{
    /**
     * @param  string|null  $package  the id of the package it is about
     * @param  list<Remedy>  $remedies
     * @param  bool  $byLaunch  whether a launch told it, so that only a launch can tell that it is over
     * @param  string  $help  what such a finding means, in two sentences; nothing where that was not kept
     * @param  string  $kind  what such findings are called together
     */
    public function __construct(
        public Level $level,
        public string $title,
        public string $text,
        public ?string $package = null,
        public array $remedies = [],
        public bool $byLaunch = false,
        public string $help = '',
        public string $kind = '',
    ) {
    }

    /** @param  class-string<FindingRule>  $rule */
    public function by(string $rule): self
    {
        return new self(
            $this->level,
            $this->title,
            $this->text,
            $this->package,
            $this->remedies,
            $this->byLaunch,
            $rule::help(),
            $rule::called(),
        );
    }

    /** By which it is known as long as it says the same. */
    public function key(): string
    {
        return substr(hash('sha256', "{$this->title}\n{$this->text}"), 0, 16);
    }

    /**
     * @param  list<self>  $findings
     * @return list<self> most serious first
     */
    public static function ordered(array $findings): array
    {
        usort(
            $findings,
            fn (self $a, self $b): int => array_search($a->level, Level::cases(), true) <=> array_search($b->level, Level::cases(), true),
        );

        return $findings;
    }

    /**
     * @param  list<self>  $findings
     * @param  list<self>  $others
     * @return list<self> those that are not among the others
     */
    public static function without(array $findings, array $others): array
    {
        $known = array_map(fn (self $one): string => $one->title.$one->text, $others);

        return array_values(array_filter($findings, fn (self $one): bool => ! in_array($one->title.$one->text, $known, true)));
    }

    /** @return array<string, mixed> as it is kept */
    public function kept(): array
    {
        return [
            'level' => $this->level->value,
            'title' => $this->title,
            'text' => $this->text,
            'package' => $this->package,
            'remedies' => array_map(fn (Remedy $remedy): array => $remedy->kept(), $this->remedies),
            'byLaunch' => $this->byLaunch,
            'help' => $this->help,
            'kind' => $this->kind,
        ];
    }

    /** @param  array<string, mixed>  $kept */
    public static function ofKept(array $kept): self
    {
        return new self(
            Level::from($kept['level']),
            $kept['title'],
            $kept['text'],
            $kept['package'],
            array_map(Remedy::ofKept(...), array_values($kept['remedies'])),
            $kept['byLaunch'] ?? false,
            $kept['help'] ?? '',
            $kept['kind'] ?? '',
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanDocument;

/** How an instance was before an apply. What an older row does not say is nothing. */
final readonly class RestorePoint
{
    /**
     * @param  string  $plan  as {@see PlanDocument} writes it
     * @param  array<string, string>  $versions  package => version
     * @param  string  $task  whose folder keeps the configs and worlds of that time; empty for none
     * @param  int|null  $backup  of the worlds
     * @param  string|null  $merged  SHA-256 of the archive that mods were merged into
     * @param  list<PlacedRelease>  $releases  as they were placed
     */
    private function __construct(
        private string $plan,
        public array $versions,
        public string $task,
        public ?int $backup,
        public ?string $merged,
        public array $releases,
    ) {
    }

    public static function of(Instance $instance, string $task, ?int $backup, ?string $merged): self
    {
        $placed = $instance->placed->map(fn (PlacedRelease $placed): PlacedRelease => $placed->remembered())->all();

        return new self(PlanDocument::write($instance->plan), $instance->versions(), $task, $backup, $merged, array_values($placed));
    }

    /** @throws \Stasimon\Core\Document\UnusableDocument for one of an older Stasimon that cannot be read any more */
    public function plan(): Plan
    {
        return PlanDocument::read($this->plan);
    }

    /** Whether anything was applied then. */
    public function isApplied(): bool
    {
        return $this->releases !== [];
    }

    /** @return array<string, string> package => its name */
    public function names(): array
    {
        return collect($this->releases)->pluck('name', 'package_id')->all();
    }

    /** @param  array<string, mixed>  $kept */
    public static function read(array $kept): self
    {
        $list = fn (string $key): array => is_array($kept[$key] ?? null) ? $kept[$key] : [];
        $text = fn (string $key): string => is_string($kept[$key] ?? null) ? $kept[$key] : '';
        $backup = is_numeric($kept['backup'] ?? null) ? (int) $kept['backup'] : null;

        $releases = array_map(fn (array $row) => (new PlacedRelease())->setRawAttributes($row), array_values($list('placed')));

        return new self($text('plan'), $list('versions'), $text('task'), $backup, $text('merged') ?: null, $releases);
    }

    public function written(): string
    {
        $placed = array_map(fn (PlacedRelease $one): array => $one->getAttributes(), $this->releases);

        return json_encode(array_diff_key(get_object_vars($this), ['releases' => []]) + ['placed' => $placed], JSON_THROW_ON_ERROR);
    }
}

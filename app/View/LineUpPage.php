<?php

declare(strict_types=1);

namespace App\View;

use App\Instances\Finding;
use App\Models\PlacedRelease;
use Illuminate\Support\Collection;

/** What is applied in an instance, as a table or as a theatre, all of it or some. */
final readonly class LineUpPage
{
    /** @var Collection<string, Finding> the most serious of each package */
    public Collection $marks;

    /**
     * @param  Collection<int, PlacedRelease>  $placed
     * @param  list<Finding>  $findings  the most serious first
     * @param  ''|'asked'|'findings'  $only
     */
    public function __construct(private Collection $placed, public array $findings, public string $only, public bool $asTheatre)
    {
        $this->marks = collect($findings)->filter(fn (Finding $finding): bool => $finding->package !== null)->reverse()->keyBy('package');
    }

    public function shows(PlacedRelease $placed): bool
    {
        return match ($this->only) {
            'asked' => $placed->because['wanted'] && $placed->kind !== 'loader',
            'findings' => isset($this->marks[$placed->package_id]),
            default => true,
        };
    }

    /** @return Collection<int, PlacedRelease> what has a file and is let through */
    public function rows(): Collection
    {
        return $this->placed->filter(fn (PlacedRelease $placed): bool => ! in_array($placed->kind, ['game', 'runtime'], true) && $this->shows($placed));
    }

    /** @return Collection<string, string> package id => name */
    public function names(): Collection
    {
        return $this->placed->pluck('name', 'package_id');
    }

    public function theatre(): Theatre
    {
        return Theatre::of($this->placed, $this->marks, $this->shows(...));
    }

    /**
     * The address of the same page with another filter or the other face.
     *
     * @return array<string, string>
     */
    public function address(?string $only = null, ?bool $asTheatre = null): array
    {
        return array_filter(['view' => ($asTheatre ?? $this->asTheatre) ? 'theatre' : '', 'only' => $only ?? $this->only]);
    }
}

<?php

declare(strict_types=1);

namespace App\View;

use App\Models\Instance;
use App\Models\PackRelease;
use Illuminate\Support\Collection;
use Stasimon\Core\Share\Comparison;
use Stasimon\Core\Share\Difference;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\HandOffText;
use Stasimon\Core\Share\PackNamed;

/** An instance as something to give away, and what it differs in from another one. */
final readonly class HandOffPage
{
    /** Characters up to which a picture can still be read from a screen. */
    private const PICTURE = 1_200;

    public string $text;

    /** What it is beyond its pack, for who has that; nothing where it is of none. */
    public string $shorter;

    public function __construct(private Instance $instance, public HandOff $mine, public string $beside, public ?HandOff $there, public ?Comparison $comparison, public ?PackNamed $pack = null)
    {
        $this->text = HandOffText::write($mine);
        $this->shorter = $pack === null ? '' : HandOffText::write($mine, $pack);
    }

    public function fitsPicture(): bool
    {
        return strlen($this->text) <= self::PICTURE;
    }

    /** "Exact releases of 47 packages. Nothing in it names you or your server." */
    public function said(): string
    {
        $count = count($this->mine->releases);

        return ($count === 0 ? 'What is asked for; nothing is applied yet.' : "Exact releases of {$count} ".($count === 1 ? 'package' : 'packages').', and what was asked for.').' Configs and worlds are not in it, and nothing that names you.';
    }

    /** @return Collection<int, Instance> others of the same game that can be put beside it */
    public function others(): Collection
    {
        return Instance::query()->where('id', '!=', $this->instance->id)->whereRaw("plan->>'game' = ?", [$this->instance->plan->base->game])->whereNotNull('applied_at')->orderBy('name')->limit(200)->get(['id', 'name']);
    }

    /** @return Collection<int, PackRelease> of the same game */
    public function packs(): Collection
    {
        return PackRelease::query()->whereRaw("document::jsonb #>> '{plan,game}' = ?", [$this->instance->plan->base->game])->orderByDesc('created_at')->limit(50)->get(['id', 'name', 'version']);
    }

    /** @return list<array{string, string}> restore points, newest first: number, and how it is called */
    public function points(): array
    {
        return array_values($this->instance->history()->limit(20)->get()->filter(fn ($entry): bool => ($entry->before['placed'] ?? []) !== [])->map(fn ($entry): array => [(string) $entry->id, 'Before '.$entry->created_at->isoFormat('D MMM, HH:mm')])->all());
    }

    /** @return array<string, list<Difference>> heading => what stands below it */
    public function parts(): array
    {
        return $this->comparison === null ? [] : array_filter(['Keeps you apart' => $this->comparison->apart(), 'Does not matter' => $this->comparison->aside()]);
    }

    public function sentences(): string
    {
        return implode("\n", array_map(fn (Difference $one): string => $one->sentence(), $this->comparison->differences ?? []));
    }

    /** Whether everything can be taken over in place. */
    public function isTakeable(): bool
    {
        $apart = array_filter($this->comparison?->apart() ?? [], fn (Difference $one): bool => in_array($one->id, ['game', 'loader'], true) && $one->isOfBase);

        return $this->comparison !== null && $this->comparison->differences !== [] && $apart === [];
    }

    public function canTake(Difference $one): bool
    {
        // What came because others need it comes and goes with them.
        $wanting = $one->there === '' ? $this->mine : $this->there;

        return $one->isConfig || ! $one->isOfBase && $this->isTakeable() && ($one->here !== '' && $one->there !== '' || $wanting?->plan->wants($one->id) === true);
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Database\Eloquent\Relations\HasOneThrough;
use Illuminate\Support\Collection;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\OwnWords;
use Stasimon\Core\Plan\Plan;

/**
 * @property string $id
 * @property string $name
 * @property Plan $plan
 * @property Collection<int, PlacedRelease> $placed
 * @property ?Draft $draft
 * @property string $laid_ids  packages that are on disk, by name, with blanks between them
 * @property int $laid_size  bytes of them
 * @property int $applies  how often something was applied
 * @property ?\Carbon\CarbonImmutable $applied_at
 * @property ?string $look  what was found when it was looked over last, as JSON
 * @property bool $trial_made  whether the world that is called like the trial's was made by a rehearsal, and is nobody's
 * @property OwnWords $launching  what a person adds to how it is launched
 * @property ?int $install_id  the game's own files that it is laid over
 * @property ?string $problem  why it is set aside
 * @property ?Rehearsal $lastRehearsal
 * @property ?Watch $watch
 * @property ?Building $building  until it launches
 * @property ?string $heading  the group that it stands in on the first page
 * @property bool $trial  whether it is there only to try what a definition says
 * @property ?string $serves  the instance of which it is the server's half
 * @property ?string $served_by  its own server's half
 * @property ?string $given_id  the hand-off that it was made of, or brought to last
 * @property ?string $pack_id  the release of a pack that it is of
 * @property ?string $moved_from  the instance beside which it was made
 * @property ?int $keep_hours  after which changed worlds are kept by themselves
 * @property ?string $notes  of one's own
 * @property ?string $colour  of one's own, as #rrggbb
 * @property ?string $picture  SHA-256 of it
 * @property ?\Carbon\CarbonImmutable $put_away_at  nothing is done with it from then on
 */
final class Instance extends Model
{
    use HasUlids {
        resolveRouteBindingQuery as private ofAddress;
    }

    protected $attributes = ['applies' => 0, 'trial_made' => false];

    protected $casts = [
        'launching' => OwnWordsCast::class,
        'building' => AsKept::class.':'.Building::class,
        'applies' => 'integer',
        'trial_made' => 'boolean',
        'plan' => PlanCast::class,
        'applied_at' => 'immutable_datetime',
        'looked_at' => 'immutable_datetime',
        'put_away_at' => 'immutable_datetime',
    ];

    /** Days that one which was put away is kept before it is asked whether it may go. */
    public const KEPT = 30;

    /** @return HasMany<PlacedRelease, $this> */
    public function placed(): HasMany
    {
        return $this->hasMany(PlacedRelease::class)->orderBy('name');
    }

    /** @return HasOne<Draft, $this> */
    public function draft(): HasOne
    {
        return $this->hasOne(Draft::class)->whereNull('thrown_at');
    }

    /** @return HasMany<Rehearsal, $this> */
    public function rehearsals(): HasMany
    {
        return $this->hasMany(Rehearsal::class)->orderByDesc('number');
    }

    /** @return HasMany<Rehearsal, $this> that a person plays now */
    public function played(): HasMany
    {
        return $this->hasMany(Rehearsal::class)->where('purpose', Purpose::Play)->where('state', LaunchState::Running);
    }

    /** @return HasOne<Rehearsal, $this> the last with what is applied, or the game that is played now; a launch without mods says nothing of that */
    public function lastRehearsal(): HasOne
    {
        return $this->hasOne(Rehearsal::class)->ofMany(['number' => 'max'], fn (Builder $query) => $query->where(
            fn (Builder $one) => $one->where('plain', false)->orWhere(
                fn (Builder $played) => $played->where('purpose', Purpose::Play)->where('state', LaunchState::Running),
            ),
        ));
    }

    /**
     * What is told of it; null where nobody wants that.
     *
     * @return HasOneThrough<Watch, WishList, $this>
     */
    public function watch(): HasOneThrough
    {
        return $this->hasOneThrough(Watch::class, WishList::class)->where('version', '');
    }

    /**
     * Instances that were made beside it and are not put away.
     *
     * @return HasMany<Instance, $this>
     */
    public function movedTo(): HasMany
    {
        return $this->hasMany(self::class, 'moved_from')->whereNull('put_away_at');
    }

    /** @return HasMany<Stage, $this> */
    public function stages(): HasMany
    {
        return $this->hasMany(Stage::class);
    }

    /**
     * The instance of an address, with what every page of it asks.
     *
     * @param  Builder<$this>|self  $query
     * @return Builder<$this>
     */
    public function resolveRouteBindingQuery($query, $value, $field = null): Builder
    {
        return $this->ofAddress($query, $value, $field)->withExists(['stages', 'watch', 'movedTo']);
    }

    /** @return HasMany<Task, $this> */
    public function tasks(): HasMany
    {
        return $this->hasMany(Task::class);
    }

    /** @return HasMany<HistoryEntry, $this> */
    public function history(): HasMany
    {
        return $this->hasMany(HistoryEntry::class)->orderByDesc('id');
    }

    /** The folder of the world that is nobody's; nothing while no rehearsal has made one. */
    public function trialWorld(GameDefinition $game): string
    {
        return $this->trial_made ? $game->worlds['trial'] ?? '' : '';
    }

    /** The side that it is launched on unless somebody says otherwise. */
    public function side(): Side
    {
        return $this->serves === null ? Side::Client : Side::Server;
    }

    /** @return array<string, string> package id => version, as applied */
    public function versions(): array
    {
        $versions = [];
        foreach ($this->placed as $placed) {
            $versions[(string) $placed->raw('package_id')] = (string) $placed->raw('version');
        }

        return $versions;
    }

    /** @return array<string, string> package id => what it is called, of mods and the like, by name */
    public function titles(): array
    {
        return $this->placed
            ->reject(fn (PlacedRelease $placed): bool => in_array($placed->package_id, $this->plan->base->packages(), true))
            ->sortBy('name', SORT_NATURAL | SORT_FLAG_CASE)
            ->pluck('name', 'package_id')
            ->all();
    }
}

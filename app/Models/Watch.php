<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A cell that somebody waits for.
 *
 * @property int $id
 * @property string $version
 * @property string $loader
 * @property list<string> $held  package ids
 * @property ?string $news
 * @property bool $whole  whether all of the list hold
 * @property ?\Illuminate\Support\Carbon $news_at
 * @property string $wish_list_id
 * @property WishList $list
 */
final class Watch extends Model
{
    public $timestamps = false;

    protected $casts = ['held' => 'array', 'whole' => 'boolean', 'news_at' => 'datetime'];

    /** The cell, as addresses name it. */
    public function at(): string
    {
        return "{$this->version} on {$this->loader}";
    }

    /** @return BelongsTo<WishList, $this> */
    public function list(): BelongsTo
    {
        return $this->belongsTo(WishList::class, 'wish_list_id');
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What somebody waits for: those of a list that are not in a cell yet, or, where no cell is named, updates and notices of the
 * instance whose list it is.
 *
 * @property int $id
 * @property string $version
 * @property string $loader
 * @property list<string> $held  package ids; of an instance, what it was told of already
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

    /** The page that what it tells leads to. */
    public function address(): string
    {
        return $this->version === ''
            ? route('instances.show', [(string) $this->list->instance_id, 'only' => 'updates'])
            : route('wishes.show', [$this->wish_list_id, 'at' => "{$this->version} on {$this->loader}"]);
    }

    /** @return BelongsTo<WishList, $this> */
    public function list(): BelongsTo
    {
        return $this->belongsTo(WishList::class, 'wish_list_id');
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * What one base holds of a wish list.
 *
 * @property string $version  of the game
 * @property string $loader
 * @property int $kept
 * @property bool $proved  whether no set is larger
 * @property array{build: string, text: string, kept: list<int>, versions: array<string, string>, lost: list<array{want: int, text: string,
 *     last: string, instead: array<string, list<int>>}>} $detail
 */
final class WishCell extends Model
{
    public $timestamps = false;

    protected $casts = ['detail' => 'array', 'proved' => 'boolean', 'kept' => 'integer'];
}

<?php

declare(strict_types=1);

namespace App\Depots;

use Illuminate\Database\Eloquent\Model;
use stdClass;

/**
 * @property int $id
 * @property string $slug
 * @property string $name
 * @property string $url
 * @property int $sequence
 * @property string $protocol  as {@see Protocol\Protocols} names it
 * @property ?string $problem
 * @property bool $paused
 * @property bool $moderated
 * @property string $vouched_by  depot or you
 * @property ?\Carbon\CarbonImmutable $synced_at
 * @property ?array<mixed> $credentials  as {@see Credentials} writes them; encrypted where they lie
 * @property ?\Carbon\CarbonImmutable $not_before  until when it asks to be left alone
 */
final class Depot extends Model
{
    public $timestamps = false;

    protected $attributes = [
        'protocol' => 'json',
        'sequence' => 0,
        'paused' => false,
        'moderated' => false,
        'vouched_by' => 'depot',
        'place' => 0,
    ];

    protected $hidden = ['credentials'];

    protected $casts = [
        'moderated' => 'boolean',
        'paused' => 'boolean',
        'synced_at' => 'immutable_datetime',
        'not_before' => 'immutable_datetime',
        'credentials' => 'encrypted:array',
    ];

    public function asker(): ?Credentials
    {
        return Credentials::read($this->credentials);
    }

    /** Whether it was read to its end at least once: before, it has said nothing of itself. */
    public function hasSpoken(): bool
    {
        return $this->synced_at !== null;
    }

    public function host(): string
    {
        return (string) parse_url($this->url, PHP_URL_HOST);
    }

    /** Whether somebody looks at what a depot takes in, and who says so; of its row. */
    public static function moderation(self|stdClass $of): string
    {
        return match (true) {
            $of->vouched_by === 'you' => ($of->moderated ? '' : 'not ').'moderated, as you say',
            $of->protocol !== 'json' || $of->synced_at === null => 'does not say whether it is moderated',
            default => ($of->moderated ? '' : 'not ').'moderated, as it says itself',
        };
    }
}

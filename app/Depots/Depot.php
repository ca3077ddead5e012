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

    /** What kind of place it is: "a feed"; nothing for one that speaks our own protocol */
    public function kindWords(): string
    {
        return match ($this->protocol) {
            'json' => '',
            'listing' => 'a folder of files',
            'pages' => 'a folder of files, without digests',
            'bundles' => 'an index of bundles',
            'feed' => 'a feed',
            'maven' => 'a Maven repository',
            'registry' => 'a registry of packs',
            default => $this->protocol,
        };
    }

    public function host(): string
    {
        return (string) parse_url($this->url, PHP_URL_HOST);
    }

    /** Whether somebody looks at what a depot takes in, in a few words; of its row. */
    public static function moderation(self|stdClass $of): string
    {
        return match (true) {
            $of->vouched_by === 'you' => $of->moderated ? 'moderated, as you say' : 'not moderated, as you say',
            $of->protocol !== 'json' => 'moderation not said',
            default => $of->moderated ? 'moderated' : 'not moderated',
        };
    }

    /** Whether somebody looks at what it takes in, and who says so: "yes, as you say". */
    public function moderatedWords(): string
    {
        return match (true) {
            $this->vouched_by === 'you' => ($this->moderated ? 'yes' : 'no').', as you say',
            $this->protocol !== 'json' => 'not said',
            default => ($this->moderated ? 'yes' : 'no').', as it says itself',
        };
    }
}

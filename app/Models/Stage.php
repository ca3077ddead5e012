<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Str;
use Stasimon\Core\Share\StageCondition;

/**
 * One step of an install that has to be done in order.
 *
 * @property string $id
 * @property string $instance_id
 * @property int $place  from 1
 * @property string $title
 * @property string $instruction  Markdown
 * @property array<string, string> $adds  package id => range
 * @property list<string> $drops  package ids
 * @property StageCondition $condition  what has to be true before the next one
 * @property string $about  of "word" the sentence, of "gone" the package
 * @property ?\Carbon\CarbonImmutable $entered_at
 * @property ?\Carbon\CarbonImmutable $done_at
 * @property ?int $after_entry  the newest entry of the history when it was entered
 */
final class Stage extends Model
{
    use HasUlids;

    public $timestamps = false;

    protected $casts = [
        'condition' => StageCondition::class,
        'adds' => 'array',
        'drops' => 'array',
        'place' => 'integer',
        'after_entry' => 'integer',
        'entered_at' => 'immutable_datetime',
        'done_at' => 'immutable_datetime',
    ];

    public function isNow(): bool
    {
        return $this->entered_at !== null && $this->done_at === null;
    }

    /** "done 27 Nov", "now", "waits" */
    public function stands(): string
    {
        return $this->done_at !== null ? 'done '.$this->done_at->isoFormat('D MMM') : ($this->isNow() ? 'now' : 'waits');
    }

    /**
     * What has to be true before the next one.
     *
     * @param  array<string, string>  $names  package id => name
     */
    public function sentence(array $names): string
    {
        return match ($this->condition) {
            StageCondition::Word => $this->about,
            StageCondition::Gone => 'nothing of '.($names[$this->about] ?? $this->about).' is left in the worlds.',
            StageCondition::Clean => 'it comes up clean.',
        };
    }

    /** The instruction as HTML; what is HTML in it, or leads somewhere unsafe, is left out. */
    public function written(): string
    {
        return Str::markdown($this->instruction, ['html_input' => 'strip', 'allow_unsafe_links' => false, 'max_nesting_level' => 20]);
    }
}

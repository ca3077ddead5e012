<?php

declare(strict_types=1);

namespace App\Notices;

use Illuminate\Support\Carbon;
use Stasimon\Core\Notice\Notice;

/** A notice, and who says so. */
final readonly class Known
{
    /**
     * @param  string  $by  the name of a depot or of a list; nothing for what was found out or said here
     * @param  int  $times  how often it was seen in launches
     * @param  string  $stand  the name of what takes its place, where that is known
     */
    public function __construct(
        public int $id,
        public Notice $notice,
        public Origin $origin,
        public string $by,
        public bool $binds,
        public int $times = 1,
        public string $stand = '',
    ) {
    }

    /** What is so, and what takes its place. */
    public function sentence(): string
    {
        return $this->notice->sentence().($this->stand === '' ? '' : " {$this->stand} takes its place.");
    }

    /** Who said so, and when, as a sentence. */
    public function saying(): string
    {
        $day = $this->notice->said === '' ? '' : ' on '.Carbon::parse($this->notice->said)->isoFormat('D MMMM YYYY');

        return match ($this->origin) {
            Origin::Search => "Found by a search here{$day}.",
            Origin::Person => "You said so{$day}.",
            Origin::Launch => ($this->times === 1 ? 'Seen once' : "Seen {$this->times} times").($day === '' ? '' : ', last')."{$day}.",
            Origin::Listed => "Said by {$this->by}{$day}.",
            Origin::Depot => "Reported by {$this->by}.",
        };
    }

    /** Who says so, in a sentence. */
    public function source(): string
    {
        return match ($this->origin) {
            Origin::Person => 'you',
            Origin::Search => 'a search here',
            Origin::Launch => 'a launch here',
            default => $this->by,
        };
    }
}

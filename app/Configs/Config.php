<?php

declare(strict_types=1);

namespace App\Configs;

use App\Rehearsals\ChangedBy;
use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Config\Owner;
use Stasimon\Core\Config\Wrong;

/** A config of an instance, as it is, or as it would be once the draft is applied. */
final readonly class Config
{
    /**
     * @param  int  $size  in bytes
     * @param  string  $sha256  of what is in it
     * @param  bool  $isDrafted  whether the draft changes it
     */
    public function __construct(
        public string $path,
        public int $size,
        public string $sha256,
        public ?ConfigSyntax $syntax,
        public ?Wrong $wrong,
        public ?Owner $owner,
        public LastChange $last,
        public bool $isDrafted,
    ) {
    }

    /** In words, and whether that needs somebody. */
    public function state(): string
    {
        return match (true) {
            $this->wrong !== null => "cannot be read, line {$this->wrong->line}",
            $this->isDrafted => 'changed in the draft',
            $this->owner !== null && ! $this->owner->isHere => 'its mod is gone',
            default => $this->last->words(),
        };
    }

    /** The filter that it is found by. */
    public function kind(): string
    {
        return match (true) {
            $this->wrong !== null => 'wrong',
            $this->owner !== null && ! $this->owner->isHere => 'left',
            $this->isDrafted || $this->last->by === ChangedBy::You => 'yours',
            default => 'rest',
        };
    }
}

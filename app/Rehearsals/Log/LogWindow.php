<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use Stasimon\Core\Log\LogLine;

/** Some rows of a log, and what there is around them. */
final readonly class LogWindow
{
    /**
     * @param  list<array{LogLine, int}>  $rows  a line, and how often it comes
     * @param  int  $from  the first of them, counted from 0
     * @param  int  $total  rows that there are
     * @param  array<string, int>  $levels  info, warn, error and all => lines
     * @param  int|null  $firstError  line
     * @param  int|null  $errorRow  the row that it is in
     */
    public function __construct(
        public array $rows,
        public int $from,
        public int $total,
        public array $levels,
        public ?int $firstError,
        public ?int $errorRow,
    ) {
    }
}

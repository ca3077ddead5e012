<?php

declare(strict_types=1);

namespace Stasimon\Core\Notice;

/** Notices that somebody gives away together. */
final readonly class NoticeList
{
    /**
     * @param  list<Notice>  $notices
     * @param  int  $passedOver  notices in it that could not be used
     * @param  string  $key  of whoever signed it, as 16 digits in groups; nothing where nobody did
     */
    public function __construct(
        public string $name,
        public string $author,
        public string $licence,
        public string $dated,
        public array $notices,
        public int $passedOver = 0,
        public string $key = '',
    ) {
    }
}

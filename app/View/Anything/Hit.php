<?php

declare(strict_types=1);

namespace App\View\Anything;

/** One thing that the field found, with a word for what it is. */
final readonly class Hit
{
    /**
     * @param  string  $what  the word: "instance", "package", "page", "act", …
     * @param  string  $more  in a few words, where it is or what it would do
     * @param  string  $address  that is gone to, or, for an act, posted to
     * @param  bool  $isAct  whether it does something
     * @param  string  $drawn  from which its picture is drawn; nothing for none
     */
    public function __construct(
        public string $what,
        public string $title,
        public string $more,
        public string $address,
        public bool $isAct = false,
        public string $drawn = '',
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

use App\Models\Side;
use Stasimon\Core\Game\OwnWords;

/** How a game is launched this time. */
final readonly class How
{
    /**
     * @param  bool  $plain  without the loader
     * @param  int  $seed  of what the game leaves to chance
     * @param  string  $server  that it is to join; nothing where it is launched by itself
     */
    public function __construct(
        public Side $side = Side::Client,
        public bool $plain = false,
        public int $seed = 0,
        public string $server = '',
        public OwnWords $words = new OwnWords(),
    ) {
    }
}

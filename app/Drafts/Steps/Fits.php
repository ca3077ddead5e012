<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Models\Instance;
use Stasimon\Core\Catalogue\Channel;

/** Whoever knows how packages fit. */
interface Fits
{
    /**
     * @param  list<string>  $ids
     * @return array<string, Channel> package => what has to be allowed for it to fit
     */
    public function channelsOf(Instance $instance, array $ids): array;
}

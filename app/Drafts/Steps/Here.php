<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Depots\Catalogue\DepotCatalogue;
use App\Drafts\LineUp;
use App\Drafts\LineUps;
use App\Models\Instance;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Plan\Plan;

/** Where a step is taken, and whom it may ask. */
final readonly class Here
{
    public function __construct(
        public Instance $instance,
        private LineUps $lineUps,
        private Fits $fits,
        private Newer $newer,
        private Points $points,
        private Settings $settings,
    ) {
    }

    public function catalogue(): DepotCatalogue
    {
        return $this->lineUps->catalogue($this->instance);
    }

    public function lineUp(): LineUp
    {
        return $this->lineUps->lineUp($this->instance);
    }

    /** As it is with the draft. */
    public function plan(): Plan
    {
        return $this->lineUps->plan($this->instance);
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, Channel> package => what has to be allowed for it to fit
     */
    public function channelsOf(array $ids): array
    {
        return $this->fits->channelsOf($this->instance, $ids);
    }

    /** @return array<string, string> package => its newest release that fits */
    public function newer(): array
    {
        return $this->newer->fitting($this->instance);
    }

    /** @return string the SHA-256 of a config with one setting otherwise */
    public function withSetting(string $file, string $key, string $value): string
    {
        return $this->settings->with($this->instance, $file, $key, $value);
    }

    public function hasOwnOf(int $entry): bool
    {
        return $this->points->hasOwnOf($this->instance, $entry);
    }
}

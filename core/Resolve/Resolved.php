<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

/** A request's line-up. */
final readonly class Resolved
{
    /**
     * @param  list<Selected>  $selection  by package id
     * @param  list<string>  $unneeded  packages that stay without a reason from a want
     */
    public function __construct(
        public Request $request,
        public array $selection,
        public Changes $changes,
        public array $unneeded,
        public Effort $effort,
    ) {
    }

    /** @return array<string, string> package id => version */
    public function versions(): array
    {
        $versions = [];
        foreach ($this->selection as $selected) {
            $versions[$selected->package->id] = $selected->release->version;
        }

        return $versions;
    }
}

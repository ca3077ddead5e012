<?php

declare(strict_types=1);

namespace App\View\Places;

use App\Models\Instance;

/** A page that is gone to by its name. */
final readonly class Place
{
    /**
     * @param  string  $id  by which a page says that it is this one
     * @param  string  $route  its name among the routes
     * @param  string  $help  what is found there, as a sentence without its end
     * @param  string  $key  pressed after g; empty for none
     * @param  bool  $isApart  whether a new group begins with it
     * @param  bool  $isInBar  whether it is one of the few that the bar at the top names
     * @param  string  $path  of its address, where nothing but a page stands behind it; empty where its routes are listed by themselves
     * @param  class-string|null  $page  what is asked for that page: of a request, and of the instance where it is one of an instance
     */
    public function __construct(
        public string $id,
        public string $route,
        public string $name,
        public string $help,
        public string $key = '',
        public bool $isApart = false,
        public Occasion $occasion = Occasion::Always,
        public bool $isInBar = false,
        public string $path = '',
        public ?string $page = null,
    ) {
    }

    public function address(?Instance $instance = null): string
    {
        return route($this->route, $instance === null ? [] : [$instance]);
    }
}

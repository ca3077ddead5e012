<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Version\ReleaseSet;
use Stasimon\Core\Version\Syntax;

/** What a want or a release asks of a contested package. */
final readonly class Demand
{
    /**
     * @param  int|null  $want  index into the request's wants, or null when a release asks
     * @param  string  $range  as it was written
     * @param  ReleaseSet  $releases  of the contested package
     */
    public function __construct(
        public ?int $want,
        public string $id,
        public string $version,
        public string $range,
        public Syntax $syntax,
        public ReleaseSet $releases,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

/** Of what meets a need of a package, only one is to meet it. A need that it cannot meet stays as it is. */
final readonly class Choice
{
    /**
     * @param  string  $of  the package whose needs they are
     * @param  string  $take  the package that meets them, by itself or by what it provides
     */
    public function __construct(public string $of, public string $take)
    {
    }
}

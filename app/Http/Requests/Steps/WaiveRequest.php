<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Document\Limits;

/** A relation of a release to be disregarded, and why. */
final class WaiveRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'id' => self::id(),
            'version' => ['required', 'string', 'max:'.Limits::VERSION],
            'relation' => ['required', 'in:needs,breaks'],
            'target' => self::id(),
            'note' => self::note(),
        ];
    }

    public function relation(): Relation
    {
        return Relation::from($this->text('relation'));
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

use Stasimon\Core\Catalogue\Relation;

/** A waiver that is there, and perhaps a note on it. */
final class WaiverRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'id' => self::id(),
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

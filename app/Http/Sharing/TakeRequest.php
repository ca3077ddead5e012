<?php

declare(strict_types=1);

namespace App\Http\Sharing;

use App\Http\Forms\StepRequest;
use Stasimon\Core\Document\Limits;

/** One package, or one config, that is taken over from what stands beside an instance; all of it where none is named. */
final class TakeRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'from' => ['bail', 'required', 'string', 'max:26'],
            'id' => ['nullable', ...array_slice(self::id(), 2)],
            'config' => ['nullable', 'string', 'max:'.Limits::PATH],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'from.*' => 'It does not say what it is taken over from. Nothing was changed.',
            'config.*' => 'That is no path of a config. Nothing was changed.',
        ] + parent::messages();
    }
}

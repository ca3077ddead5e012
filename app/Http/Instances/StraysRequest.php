<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Http\Forms\StepRequest;

/** Files that lie in an instance's folder and were not laid. */
final class StraysRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return ['keys' => ['bail', 'required', 'array', 'max:500'], 'keys.*' => ['bail', 'string', 'regex:/^x[0-9a-f]{32}$/D']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'keys.max' => 'At most 500 files can be meant at once.',
            'keys.*' => 'It does not say which files are meant. Nothing was changed.',
        ] + parent::messages();
    }

    /** @return list<string> */
    public function keys(): array
    {
        return array_values(array_map(strval(...), (array) $this->validated('keys')));
    }
}

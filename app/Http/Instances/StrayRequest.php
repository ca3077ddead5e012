<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Http\Forms\StepRequest;

/** One file that a draft takes out of an instance's folder. */
final class StrayRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return ['key' => ['bail', 'required', 'string', 'regex:/^x[0-9a-f]{32}$/D']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['key.*' => 'It does not say which file is meant. Nothing was changed.'] + parent::messages();
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Configs;

use App\Http\Forms\StepRequest;
use Stasimon\Core\Document\Limits;

/** Several configs: put away, or copied to another instance. */
final class ConfigsRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'configs' => ['bail', 'required', 'array', 'max:5000'],
            'configs.*' => ['string', 'max:'.Limits::PATH],
            'to' => ['nullable', 'string', 'max:26'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'configs*' => 'Nothing was marked, so nothing was changed.',
            'to.*' => 'That instance is not here any more. Nothing was changed.',
        ] + parent::messages();
    }

    /** @return list<string> */
    public function paths(): array
    {
        return array_values(array_map(strval(...), (array) $this->validated('configs')));
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Forms;

/** What something new is to be called. */
final class NameRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return ['name' => ['bail', 'required', 'string', 'max:80', 'not_regex:/[\x00-\x1f\x7f]/']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['name.*' => 'Give it a name of at most 80 characters, on one line.'] + parent::messages();
    }
}

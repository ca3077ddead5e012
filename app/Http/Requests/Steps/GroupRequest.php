<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

use Stasimon\Core\Share\HandOff;

/** A step about a group: what is put into it, or whether it is on. */
final class GroupRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'group' => ['bail', 'required', 'string', 'max:'.HandOff::GROUP, 'not_regex:/[\x00-\x1f\x7f]/'],
            'ids' => ['nullable', 'array', 'max:200'],
            'ids.*' => self::id(),
            'on' => ['nullable', 'in:0,1'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'group.*' => 'Give the group a name of at most '.HandOff::GROUP.' characters, on one line. Nothing was changed.',
            'on.*' => 'A group is turned off, or on.',
        ] + parent::messages();
    }

    public function group(): string
    {
        return trim($this->text('group'));
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_values(array_map(strval(...), (array) ($this->validated('ids') ?? [])));
    }

    public function on(): bool
    {
        return $this->text('on') === '1';
    }
}

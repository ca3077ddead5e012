<?php

declare(strict_types=1);

namespace App\Http\Instances;

final class NewInstanceRequest extends BaseRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80', 'not_regex:/[\x00-\x1f\x7f]/'],
            'groups' => ['nullable', 'array', 'max:50'],
            'groups.*' => ['string', 'max:26'],
        ] + parent::rules();
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Give it a name, so that you can tell it from the others.',
            'name.max' => 'A name has at most 80 characters; this one has more.',
            'name.not_regex' => 'A name is one line of text.',
            'name.string' => 'A name is a text.',
            'groups*' => 'That is no list of groups.',
        ] + parent::messages();
    }

    /** @return list<string> starter groups that it begins with */
    public function groups(): array
    {
        return array_values(array_map(strval(...), (array) ($this->validated('groups') ?? [])));
    }

    public function name(): string
    {
        return trim((string) $this->validated('name'));
    }
}

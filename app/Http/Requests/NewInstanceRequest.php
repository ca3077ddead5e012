<?php

declare(strict_types=1);

namespace App\Http\Requests;

final class NewInstanceRequest extends BaseRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:80', 'not_regex:/[\x00-\x1f\x7f]/']] + parent::rules();
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Give it a name, so that you can tell it from the others.',
            'name.max' => 'A name has at most 80 characters; this one has more.',
            'name.not_regex' => 'A name is one line of text.',
            'name.string' => 'A name is a text.',
        ] + parent::messages();
    }

    public function name(): string
    {
        return trim((string) $this->validated('name'));
    }
}

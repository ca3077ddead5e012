<?php

declare(strict_types=1);

namespace App\Http\Notices;

use Illuminate\Foundation\Http\FormRequest;
use Stasimon\Core\Document\Limits;

/** What a person says of a package. */
final class NoticeRequest extends FormRequest
{
    /** What can be said in a form, and the words for it. */
    public const KINDS = [
        'broken' => 'It is broken',
        'fine' => 'It works',
        'apart' => 'It must not stand beside another',
        'caution' => 'It needs caution',
    ];

    private const ID = 'regex:/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D';

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'about' => ['bail', 'required', 'string', self::ID],
            'kind' => ['required', 'in:'.implode(',', array_keys(self::KINDS))],
            'which' => ['required', 'in:this,since,all'],
            'release' => ['nullable', 'string', 'max:'.Limits::VERSION],
            'beside' => ['bail', 'nullable', 'required_if:kind,apart', 'string', 'different:about', self::ID],
            'here' => ['sometimes', 'boolean'],
            'text' => ['bail', 'required', 'string', 'max:'.Limits::REMARK, 'not_regex:/[\x00-\x1f\x7f]/'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'about.*' => 'It does not say which package is meant. Nothing was kept.',
            'kind.*' => 'It does not say what is so. Nothing was kept.',
            'release.*' => 'That is no release. Nothing was kept.',
            'which.*' => 'It does not say which releases are meant. Nothing was kept.',
            'beside.required_if' => 'Say beside which package it must not stand. Nothing was kept.',
            'beside.*' => 'It does not say which other package is meant. Nothing was kept.',
            'here.*' => 'It is so in this version alone, or in all. Nothing was kept.',
            'text.*' => 'Say in a line of at most '.number_format(Limits::REMARK).' characters what is so. Nothing was kept.',
        ];
    }

    public function said(string $field): string
    {
        $value = $this->validated($field);

        return is_scalar($value) ? (string) $value : '';
    }
}

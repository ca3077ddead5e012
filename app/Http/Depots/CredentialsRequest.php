<?php

declare(strict_types=1);

namespace App\Http\Depots;

use App\Depots\Credentials;
use Illuminate\Foundation\Http\FormRequest;

/** By what a depot knows who asks; nothing in either field to forget it. */
final class CredentialsRequest extends FormRequest
{
    /** What headers can carry: visible characters, and of a name no colon (RFC 7617, section 2). */
    private const NAME = 'regex:/^[^:\p{C}]+$/u';

    private const SECRET = 'regex:/^[^\p{C}]+$/u';

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'name' => ['nullable', 'string', 'max:200', self::NAME],
            'secret' => ['nullable', 'required_with:name', 'string', 'max:4000', self::SECRET],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'A name has at most 200 characters that can be seen, and no colon.',
            'secret.required_with' => 'Give the password that belongs to the name, or nothing in either field to forget both.',
            'secret.*' => 'A password or token has at most 4,000 characters that can be seen.',
        ];
    }

    public function credentials(): ?Credentials
    {
        $secret = (string) $this->validated('secret');

        return $secret === '' ? null : new Credentials((string) $this->validated('name'), $secret);
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Worlds;

use App\Http\Forms\BringsFile;
use Illuminate\Foundation\Http\FormRequest;

/** The archive of a world. */
final class WorldFileRequest extends FormRequest
{
    use BringsFile;

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return self::fileRules();
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return self::fileMessages('Choose the archive of a world.');
    }
}

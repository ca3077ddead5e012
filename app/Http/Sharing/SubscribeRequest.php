<?php

declare(strict_types=1);

namespace App\Http\Sharing;

use App\Access\Access;
use App\Access\OpeningKind;
use App\Http\Forms\NamesFolder;
use Illuminate\Foundation\Http\FormRequest;

/** Where a set is read, and, in the same act, that it may be read there. */
final class SubscribeRequest extends FormRequest
{
    use NamesFolder;

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['place' => ['required', 'string', 'max:1000'], 'open' => ['sometimes', 'nullable', 'in:1,24,good']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['place.*' => 'Give the address or the folder of a set.', 'open.*' => 'Say for how long it may be read.'];
    }

    /** The place, opened first where the form says so. */
    public function place(Access $access): string
    {
        $place = trim((string) $this->validated('place'));
        $for = (string) $this->validated('open');
        if ($for !== '') {
            $parts = preg_match('~^https?://~i', $place) === 1 ? parse_url($place) : false;
            $port = $parts === false ? 0 : $parts['port'] ?? (strtolower($parts['scheme'] ?? '') === 'https' ? 443 : 80);
            $parts === false
                ? $access->open(OpeningKind::Folder, $place, self::hours($for))
                : $access->open(OpeningKind::Host, strtolower($parts['host'] ?? '').":{$port}", self::hours($for));
        }

        return $place;
    }
}

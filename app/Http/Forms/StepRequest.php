<?php

declare(strict_types=1);

namespace App\Http\Forms;

use Illuminate\Foundation\Http\FormRequest;
use Stasimon\Core\Document\Limits;

/**
 * One step in a draft, or something else that is asked of an instance: each kind says what it has to carry, and what does
 * not carry it is refused before anything is stored.
 */
abstract class StepRequest extends FormRequest
{
    /** The largest number that a column of whole numbers takes. */
    protected const MOST = 2_147_483_647;

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<mixed>> */
    abstract protected function carries(): array;

    /** @return array<string, list<mixed>> */
    final public function rules(): array
    {
        return [...$this->carries(), 'seen' => ['sometimes', 'integer', 'between:0,'.self::MOST]];
    }

    /** @return list<string> the rules for the id of a package */
    protected static function id(): array
    {
        return ['bail', 'required', 'string', 'regex:/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D'];
    }

    /** @return list<string> the rules for a text that may be empty */
    protected static function note(): array
    {
        return ['sometimes', 'nullable', 'string', 'max:'.Limits::REMARK];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'ids.required_without' => 'Nothing was marked, so nothing was changed.',
            'ids.array' => 'That is not a list of packages.',
            'ids.max' => 'At most 200 packages can be marked at once.',
            'ids.*' => 'That is not a list of packages.',
            'ids.*.*' => 'That is not a package.',
            'id.required_without' => 'Nothing was marked, so nothing was changed.',
            'id.*' => 'It does not say which package is meant. Nothing was changed.',
            'target.different' => 'A package cannot take its own place. Nothing was changed.',
            'target.*' => 'It does not say which other package is meant. Nothing was changed.',
            'relation.*' => 'A relation that can be waived is "needs" or "breaks". Nothing was changed.',
            'memory.*' => 'Memory is a whole number of megabytes between 64 and 65,536.',
            'build.*' => 'That is not a build. Nothing was changed.',
            'runtime.*' => 'That is not a version of the runtime. Nothing was changed.',
            'note.*' => 'A note is a text of at most '.number_format(Limits::REMARK).' characters.',
            'version.*' => 'That is not a version. Nothing was changed.',
            'range.*' => 'A range is a text of at most '.Limits::RANGE.' characters.',
            'path.*' => 'It does not say which file is meant. Nothing was changed.',
            'point.*' => 'It does not say which entry of the history is meant. Nothing was changed.',
            'own.*' => 'Configs and worlds go back as well, or they do not.',
            'repair.*' => 'It does not say which remedy is meant. Nothing was changed.',
            'remedy.*' => 'It does not say which remedy is meant. Nothing was changed.',
            'finding.*' => 'It does not say which failure is meant. Nothing was kept.',
            'step.*' => 'It does not say what is to be taken back. Nothing was changed.',
            'seen.*' => 'It does not say which draft was looked at. Load the page again, and repeat your change.',
        ];
    }

    /** The draft's revision that the person looked at; null when the form does not say. */
    final public function seen(): ?int
    {
        $seen = $this->validated('seen');

        return $seen === null ? null : (int) $seen;
    }

    final public function text(string $field): string
    {
        $value = $this->validated($field);

        return is_string($value) ? $value : '';
    }
}

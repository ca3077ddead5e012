<?php

declare(strict_types=1);

namespace App\Http\Forms;

use Illuminate\Foundation\Http\FormRequest;

/** Rows that are marked, each by its id: at least one of them. */
abstract class MarkedRequest extends FormRequest
{
    /** Of what has an id of 26 letters and digits. */
    protected const ULID = '/^[0-9A-Za-z]{26}$/D';

    public function authorize(): bool
    {
        return true;
    }

    /** The field that carries the ids, what each has to look like, how many there may be, and what is said otherwise. */
    abstract protected function marks(): Marks;

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        $marks = $this->marks();

        return [
            $marks->field => ['bail', 'required', 'array', "max:{$marks->most}"],
            "{$marks->field}.*" => ['bail', 'string', "regex:{$marks->pattern}"],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ["{$this->marks()->field}*" => $this->marks()->else];
    }

    /** @return list<string> */
    final public function ids(): array
    {
        return array_values(array_unique(array_map(strval(...), (array) $this->validated($this->marks()->field))));
    }
}

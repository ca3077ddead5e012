<?php

declare(strict_types=1);

namespace App\Http\Instances;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use Stasimon\Core\Game\InnerPath;
use Stasimon\Core\Game\OwnWords;

/** What a person adds to how an instance is launched. */
final class LaunchingRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        $words = ['nullable', 'string', 'max:10000', 'not_regex:/[\x00-\x08\x0b\x0c\x0e-\x1f\x7f]/'];

        return ['before' => $words, 'after' => $words, 'environment' => $words, 'folder' => ['nullable', 'string', 'max:200']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'before.*' => 'Words before the command stand one on each line, and have no signs that cannot be seen.',
            'after.*' => 'Arguments stand one on each line, and have no signs that cannot be seen.',
            'environment.*' => 'Variables stand one on each line, as in NAME=value.',
            'folder.*' => 'The folder is one below the instance\'s.',
        ];
    }

    public function withValidator(Validator $validator): void
    {
        $validator->after(function (Validator $validator): void {
            foreach ($this->lines('environment') as $line) {
                if (! str_contains($line, '=') || ! OwnWords::isVariable(strstr($line, '=', true) ?: '')) {
                    $validator->errors()->add('environment', "\"{$line}\" is no variable: they are written as NAME=value.");
                }
            }
            $folder = trim((string) $this->input('folder'));
            if ($folder !== '' && ! InnerPath::isInside($folder)) {
                $validator->errors()->add('folder', 'The folder is one below the instance\'s, as in game/bin.');
            }
            foreach (['before', 'after', 'environment'] as $field) {
                count($this->lines($field)) <= OwnWords::MOST ||
                    $validator->errors()->add($field, 'At most '.OwnWords::MOST.' of them are taken.');
            }
        });
    }

    public function words(): OwnWords
    {
        $environment = [];
        foreach ($this->lines('environment') as $line) {
            [$name, $value] = explode('=', $line, 2);
            $environment[$name] = $value;
        }

        return new OwnWords($this->lines('before'), $this->lines('after'), $environment, trim((string) $this->validated('folder')));
    }

    /** @return list<string> */
    private function lines(string $field): array
    {
        $lines = array_map(trim(...), explode("\n", (string) $this->input($field)));

        return array_values(array_filter($lines, fn (string $line): bool => $line !== ''));
    }
}

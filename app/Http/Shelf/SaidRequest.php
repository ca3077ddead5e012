<?php

declare(strict_types=1);

namespace App\Http\Shelf;

use App\Shelf\Recognised;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Illuminate\Validation\Validator;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Evidence\Descriptor\SaidRelation;
use Stasimon\Core\Evidence\Descriptor\SaidRelease;
use Stasimon\Core\Version\RangeReader;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\Timeline;
use Stasimon\Core\Version\UnusableRange;
use Stasimon\Core\Version\UnusableVersion;

/** What a person says of a file of their own. */
final class SaidRequest extends FormRequest
{
    /** A line of relations: an id, and perhaps a range. */
    private const LINE = '/^(?<id>[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'})(?:\s+(?<range>\S.*))?$/D';

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:'.Limits::NAME],
            'version' => ['required', 'string', 'max:'.Limits::VERSION],
            'id' => ['required', 'string', 'regex:/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D'],
            'kind' => ['required', Rule::enum(Kind::class)],
            'content' => ['nullable', 'string', 'max:'.Limits::PATH],
            'needs' => ['nullable', 'string', 'max:20000'],
            'breaks' => ['nullable', 'string', 'max:20000'],
            'source' => ['nullable', 'url:http,https', 'max:500'],
            'note' => ['nullable', 'string', 'max:'.Limits::REMARK],
        ];
    }

    public function withValidator(Validator $validator): void
    {
        $validator->after(function (Validator $validator): void {
            if ($validator->errors()->isNotEmpty()) {
                return;
            }
            try {
                (new Timeline($this->scheme(), []))->version((string) $this->input('version'));
            } catch (UnusableVersion $failure) {
                $validator->errors()->add('version', $failure->getMessage());
            }
            foreach (['needs', 'breaks'] as $field) {
                foreach ($this->lines($field) as $line) {
                    try {
                        preg_match(self::LINE, $line, $part) === 1 ||
                            throw UnusableRange::at($line, 0, 'the id of a package, and after a blank a range,');
                        RangeReader::read($part['range'] ?? '*', Syntax::Comparator, new Timeline(Scheme::Semver, []));
                    } catch (UnusableRange $failure) {
                        $validator->errors()->add($field, $failure->getMessage());
                    }
                }
            }
        });
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'It needs a name of at most '.Limits::NAME.' characters.',
            'version.*' => 'It needs a version, such as 1.4.2.',
            'id.*' => 'An id has lower-case letters, digits and . _ + -, a letter or digit first.',
            'kind.*' => 'That is not a kind.',
            'content.*' => 'That is not a folder in it.',
            'needs.*' => 'That is more than can be read.',
            'breaks.*' => 'That is more than can be read.',
            'source.*' => 'A source is an address that begins with http:// or https://.',
            'note.*' => 'A note has at most '.number_format(Limits::REMARK).' characters.',
        ];
    }

    private function scheme(): Scheme
    {
        return Scheme::tryFrom((string) $this->input('scheme')) ?? Scheme::Semver;
    }

    /** @return list<string> */
    private function lines(string $field): array
    {
        return array_values(
            array_filter(array_map(trim(...), explode("\n", (string) $this->input($field))), fn (string $line): bool => $line !== ''),
        );
    }

    /** @return list<SaidRelation> */
    private function relations(string $field): array
    {
        return array_map(function (string $line): SaidRelation {
            preg_match(self::LINE, $line, $part);

            return new SaidRelation([new Target($part['id'] ?? '', $part['range'] ?? '*')]);
        }, $this->lines($field));
    }

    /** What was found, with what the person says in place of it. */
    public function recognised(Recognised $found): Recognised
    {
        $said = new SaidRelease('', $this->relations('needs'), breaks: $this->relations('breaks'));
        $how = $found->how === 'unknown' ? 'new' : $found->how;

        return new Recognised(
            $how,
            array_values(array_unique([...$found->why, 'You said the rest.'])),
            (string) $this->validated('id'),
            (string) $this->validated('name'),
            (string) $this->validated('kind'),
            $found->side,
            $found->release->corrected((string) $this->validated('version'), $said),
            $found->scheme,
            $found->syntax,
            (string) $this->validated('content'),
        );
    }
}

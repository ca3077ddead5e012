<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Games\Games;
use App\Models\WishList;
use App\Models\WishLists;
use Illuminate\Foundation\Http\FormRequest;

/** A base, as much of it as is chosen. */
class BaseRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'game' => ['nullable', 'string', 'max:80'],
            'version' => ['nullable', 'string', 'max:80'],
            'loader' => ['nullable', 'string', 'max:80'],
            'build' => ['nullable', 'string', 'max:80'],
            'runtime' => ['nullable', 'string', 'max:80'],
            'memory' => ['nullable', 'integer', 'between:64,65536'],
            'wishes' => ['nullable', 'string', 'max:26'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'memory.*' => 'Memory is a whole number of megabytes between 64 and 65,536.',
            '*.string' => 'That is not a text.',
            '*.max' => 'That is longer than any version or name here.',
        ];
    }

    public function game(): string
    {
        return (string) ($this->validated('game') ?? array_key_first(app(Games::class)->all()));
    }

    /** The list whose wishes it is to hold; none where it is gone, or is for another game. */
    public function wishes(): ?WishList
    {
        $id = $this->validated('wishes');

        return $id === null ? null : WishLists::find((string) $id, $this->game());
    }

    /** @return array{?string, ?string, ?string, ?string, ?int} version, loader, build, runtime, memory */
    public function base(): array
    {
        $memory = $this->validated('memory');

        return [
            $this->validated('version'),
            $this->validated('loader'),
            $this->validated('build'),
            $this->validated('runtime'),
            $memory === null ? null : (int) $memory,
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Plan\Plan;

/** Gives one setting of a config another value. */
final readonly class SetConfig extends Step
{
    public function __construct(private string $file, private string $key, private string $value)
    {
    }

    public static function key(): string
    {
        return 'set-config';
    }

    public static function rules(): array
    {
        return [
            'file' => ['bail', 'required', 'string', 'max:'.Limits::PATH],
            'setting' => ['bail', 'required', 'string', 'max:'.Limits::RANGE],
            'value' => ['bail', 'present', 'nullable', 'string', 'max:'.Limits::RANGE],
        ];
    }

    public static function of(Fields $fields): self
    {
        return new self($fields->text('file'), $fields->text('setting'), $fields->text('value'));
    }

    public function fields(): array
    {
        return ['file' => $this->file, 'setting' => $this->key, 'value' => $this->value];
    }

    public function change(Here $here): Closure
    {
        $digest = $here->withSetting($this->file, $this->key, $this->value);

        return fn (Plan $plan): Plan => $plan->givingOwn([$this->file => $digest]);
    }
}

<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

/** A step with a package and another that it is about. */
abstract readonly class OfPair extends Step
{
    final public function __construct(protected string $id, protected string $target)
    {
    }

    public static function rules(): array
    {
        return ['id' => self::id(), 'target' => [...self::id(), 'different:id']];
    }

    public static function of(Fields $fields): static
    {
        return new static($fields->text('id'), $fields->text('target'));
    }

    public function fields(): array
    {
        return ['id' => $this->id, 'target' => $this->target];
    }
}

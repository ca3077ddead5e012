<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

/** A step with one package that is named, or several that are marked. */
abstract readonly class OfPackages extends Step
{
    /** @param  list<string>  $ids */
    final public function __construct(protected array $ids)
    {
    }

    public static function rules(): array
    {
        return self::oneOrMarked();
    }

    public static function of(Fields $fields): static
    {
        return new static($fields->ids());
    }

    public function fields(): array
    {
        return self::marked($this->ids);
    }
}

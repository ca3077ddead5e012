<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Refusal\Refusal;
use Closure;
use Stasimon\Core\Plan\Plan;

/** Has packages reach their newest releases that fit: of what is named, or of all that has one. Those of earlier steps go on. */
final readonly class UpdateThem extends Step
{
    /** @param  list<string>  $ids  none for all */
    public function __construct(private array $ids)
    {
    }

    public static function key(): string
    {
        return 'update';
    }

    public static function rules(): array
    {
        return [
            'id' => ['sometimes', ...array_slice(self::id(), 2)],
            'ids' => ['sometimes', 'array', 'max:200'],
            'ids.*' => self::id(),
        ];
    }

    public static function of(Fields $fields): self
    {
        return new self($fields->ids());
    }

    public function fields(): array
    {
        return self::marked($this->ids);
    }

    public function keepsAll(): bool
    {
        return true;
    }

    public function change(Here $here): Closure
    {
        $newer = $here->newer();
        $versions = $this->ids === [] ? $newer : array_intersect_key($newer, array_flip($this->ids));
        if ($versions === []) {
            throw Refusal::conflict('No newer release fits with everything else that is asked for. The line-up is as new as it can be.');
        }

        return fn (Plan $plan): Plan => $plan->updatingTo([...$plan->once->updating, ...$versions]);
    }
}

<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Refusal\Refusal;
use Closure;
use Stasimon\Core\Plan\Plan;

/** Puts wishes together under a name. */
final readonly class Group extends Step
{
    /** @param  list<string>  $ids */
    public function __construct(private string $name, private array $ids)
    {
    }

    public static function key(): string
    {
        return 'group';
    }

    public static function rules(): array
    {
        return ['group' => GroupName::RULES, 'ids' => ['nullable', 'array', 'max:200'], 'ids.*' => self::id()];
    }

    public static function of(Fields $fields): self
    {
        return new self(trim($fields->text('group')), $fields->ids());
    }

    public function fields(): array
    {
        return ['group' => $this->name, ...self::marked($this->ids)];
    }

    public function keepsAll(): bool
    {
        return true;
    }

    public function change(Here $here): Closure
    {
        return function (Plan $plan): Plan {
            $grouped = $plan->grouping($this->name, ...$this->ids);

            return isset($grouped->groups[$this->name])
                ? $grouped
                : throw Refusal::unusable(
                    'None of what was marked is asked for by itself, so there is nothing to group: what comes because others need it '.
                        'comes and goes with them.',
                );
        };
    }

    public static function messages(): array
    {
        return GroupName::MESSAGES;
    }
}

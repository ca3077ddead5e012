<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Plan\Plan;

/** Writes down why something is disregarded. */
final readonly class Note extends Step
{
    public function __construct(private string $id, private Relation $relation, private string $target, private string $note = '')
    {
    }

    public static function key(): string
    {
        return 'note';
    }

    public static function rules(): array
    {
        return [
            'id' => self::id(),
            'relation' => ['required', 'in:needs,breaks'],
            'target' => self::id(),
            'note' => ['sometimes', 'nullable', 'string', 'max:'.Limits::REMARK],
        ];
    }

    public static function of(Fields $fields): self
    {
        return new self($fields->text('id'), $fields->relation(), $fields->text('target'), trim($fields->text('note')));
    }

    public function fields(): array
    {
        return ['id' => $this->id, 'relation' => $this->relation->value, 'target' => $this->target, 'note' => $this->note];
    }

    public function keepsAll(): bool
    {
        return true;
    }

    public function change(Here $here): Closure
    {
        return function (Plan $plan): Plan {
            foreach ($plan->waivers as $waiver) {
                if ([$waiver->id, $waiver->relation, $waiver->target] === [$this->id, $this->relation, $this->target]) {
                    $plan = $plan->noting($waiver, $this->note);
                }
            }

            return $plan;
        };
    }
}

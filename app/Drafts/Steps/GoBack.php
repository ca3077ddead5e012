<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Refusal\Refusal;
use Closure;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\Restore;

/** Leads back to how the instance was before an apply. */
final readonly class GoBack extends Step
{
    /**
     * @param  int  $entry  of the history
     * @param  bool  $own  whether configs and worlds go back as well
     */
    public function __construct(private int $entry, private bool $own)
    {
    }

    public static function key(): string
    {
        return 'restore';
    }

    public static function rules(): array
    {
        return ['point' => ['required', 'integer', 'min:1'], 'own' => ['sometimes', 'boolean']];
    }

    public static function of(Fields $fields): self
    {
        return new self((int) $fields->number('point'), $fields->isSet('own'));
    }

    public function fields(): array
    {
        return ['point' => (string) $this->entry, 'own' => $this->own ? '1' : '0'];
    }

    public function change(Here $here): Closure
    {
        if ($this->own && ! $here->hasOwnOf($this->entry)) {
            throw Refusal::conflict('The configs and worlds of that time are not kept any more. The line-up can be restored without them.');
        }
        $point = $here->instance->history()->find($this->entry);
        $point ?? throw Refusal::notFound('That entry of the history is not here any more.');
        $before = $point->before;
        if (! $before->isApplied()) {
            throw Refusal::conflict('Before that, nothing was applied, so there is nothing to go back to.');
        }
        $to = new Restore($this->entry, $before->versions, $this->own);

        // Groups are of now: what a person has put together since stays together as far as it is asked for then.
        return fn (Plan $now): Plan => $before->plan()->groupedAs($now)->restoring($to);
    }
}

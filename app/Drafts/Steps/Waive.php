<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Refusal\Refusal;
use Closure;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Waiver;

/** Wants exactly one release, and disregards what it says of something that is here in another version, with a note on why that is right. */
final readonly class Waive extends Step
{
    public function __construct(private Waiver $waiver, private string $note = '')
    {
    }

    public static function key(): string
    {
        return 'waive';
    }

    public static function rules(): array
    {
        return [
            'id' => self::id(),
            'version' => ['required', 'string', 'max:'.Limits::VERSION],
            'relation' => ['required', 'in:needs,breaks'],
            'target' => self::id(),
            'note' => ['sometimes', 'nullable', 'string', 'max:'.Limits::REMARK],
        ];
    }

    public static function of(Fields $fields): self
    {
        $waiver = new Waiver($fields->text('id'), $fields->text('version'), $fields->relation(), $fields->text('target'));

        return new self($waiver, trim($fields->text('note')));
    }

    public function fields(): array
    {
        return [
            'id' => $this->waiver->id,
            'version' => $this->waiver->version,
            'relation' => $this->waiver->relation->value,
            'target' => $this->waiver->target,
            'note' => $this->note,
        ];
    }

    public function change(Here $here): Closure
    {
        $package = $here->catalogue()->package($this->waiver->id);
        if ($package?->release($this->waiver->version) === null) {
            throw Refusal::unusable('No depot has that release.');
        }
        $range = $package->exactly($this->waiver->version);

        return fn (Plan $plan): Plan => $plan
            ->wantingIn($this->waiver->id, $range)
            ->withoutWaiver($this->waiver->id, $this->waiver->relation, $this->waiver->target)
            ->waiving($this->waiver)
            ->noting($this->waiver, $this->note);
    }
}

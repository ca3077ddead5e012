<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Refusal\Refusal;
use Closure;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanDocument;

/** Takes a remedy of a draft that cannot be. */
final readonly class TakeRemedy extends Step
{
    public function __construct(private string $repair)
    {
    }

    public static function key(): string
    {
        return 'repair';
    }

    public static function rules(): array
    {
        return ['repair' => ['required', 'string', 'size:16']];
    }

    public static function of(Fields $fields): self
    {
        return new self($fields->text('repair'));
    }

    public function fields(): array
    {
        return ['repair' => $this->repair];
    }

    public function change(Here $here): Closure
    {
        $repairs = $here->lineUp()->told()->repairs ?? [];
        $chosen =
            $repairs[$this->repair] ??
            throw Refusal::conflict('The draft has changed since this remedy was shown. Nothing was changed; look at it again.');

        return fn (Plan $plan): Plan => PlanDocument::read($chosen['plan']);
    }
}

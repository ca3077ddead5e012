<?php

declare(strict_types=1);

namespace App\Http\Drafts;

use App\Drafts\Steps\Fields;
use App\Drafts\Steps\Step;
use App\Drafts\Steps\Steps;
use App\Http\Forms\StepRequest;

/** A step in a draft, by the rules that the step itself has. */
final class DraftStepRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return $this->kind()::rules();
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return $this->kind()::messages() + parent::messages();
    }

    public function step(): Step
    {
        return $this->kind()::of(new Fields((array) $this->validated()));
    }

    /** @return class-string<Step> */
    private function kind(): string
    {
        return Steps::byKey()[(string) $this->route('step')];
    }
}

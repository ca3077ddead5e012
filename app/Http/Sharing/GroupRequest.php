<?php

declare(strict_types=1);

namespace App\Http\Sharing;

use App\Drafts\Steps\GroupName;
use App\Http\Forms\StepRequest;

/** A step about a group: what is put into it, or whether it is on. */
final class GroupRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return ['group' => GroupName::RULES];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return GroupName::MESSAGES + parent::messages();
    }

    public function group(): string
    {
        return trim($this->text('group'));
    }
}

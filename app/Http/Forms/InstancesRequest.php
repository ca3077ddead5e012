<?php

declare(strict_types=1);

namespace App\Http\Forms;

/** Instances that are marked, each with the revision of its draft that was seen. */
final class InstancesRequest extends MarkedRequest
{
    use SeesDrafts;

    protected function marks(): Marks
    {
        return new Marks('instances', self::ULID, 500, 'Mark the instances first. Nothing was changed.');
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return parent::rules() + self::seenRules();
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return parent::messages() + self::SEEN_ELSE;
    }
}

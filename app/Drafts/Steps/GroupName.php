<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Stasimon\Core\Share\HandOff;

/** What a group of wishes may be called. */
final class GroupName
{
    public const RULES = ['bail', 'required', 'string', 'max:'.HandOff::GROUP, 'not_regex:/[\x00-\x1f\x7f]/'];

    public const MESSAGES = [
        'group.*' => 'Give the group a name of at most '.HandOff::GROUP.' characters, on one line. Nothing was changed.',
        'on.*' => 'A group is turned off, or on.',
    ];
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Share\Inventory;

/** An open format for what a line-up consists of. A new one is a class like this and a line in {@see Forms::ALL}. */
interface Form
{
    /** What people call it. */
    public static function name(): string;

    public static function mediaType(): string;

    /** The ending of a file of it. */
    public static function ending(): string;

    public function write(Contents $contents): string;
}

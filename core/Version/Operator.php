<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

enum Operator: string
{
    case AtLeast = '>=';
    case Above = '>';
    case Below = '<';
    case AtMost = '<=';
    case Equal = '=';

    public function admits(int $order): bool
    {
        return match ($this) {
            self::AtLeast => $order >= 0,
            self::Above => $order > 0,
            self::Below => $order < 0,
            self::AtMost => $order <= 0,
            self::Equal => $order === 0,
        };
    }
}

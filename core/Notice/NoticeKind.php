<?php

declare(strict_types=1);

namespace Stasimon\Core\Notice;

/** What somebody has found out about a package. */
enum NoticeKind: string
{
    case Broken = 'broken';
    case Fine = 'fine';
    case Abandoned = 'abandoned';
    case Replaced = 'replaced';
    case Caution = 'caution';
    case Apart = 'apart';
    case Setting = 'setting';
    case Place = 'place';

    /** In a word or two. */
    public function short(): string
    {
        return match ($this) {
            self::Broken => 'broken',
            self::Fine => 'works',
            self::Abandoned => 'abandoned',
            self::Replaced => 'replaced',
            self::Caution => 'caution',
            self::Apart => 'not beside',
            self::Setting => 'setting',
            self::Place => 'place',
        };
    }

    /** What is said of a package, after its name. */
    public function words(): string
    {
        return match ($this) {
            self::Broken => 'is reported broken',
            self::Fine => 'is reported fine',
            self::Abandoned => 'is abandoned',
            self::Replaced => 'has a successor',
            self::Caution => 'needs caution',
            self::Apart => 'must not stand beside another',
            self::Setting => 'needs a setting',
            self::Place => 'belongs in another place',
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Cleaning;

/** What is done about the store. */
enum Cleaned: string
{
    /** It is said what nothing needs. */
    case Look = 'look';

    /** That is freed. */
    case Free = 'free';

    /** What an instance could do without goes. */
    case LetGo = 'let go';

    /** Every file is read. */
    case Read = 'read';

    public function words(): string
    {
        return match ($this) {
            self::Look => 'looking for what nothing needs',
            self::Free => 'freeing what nothing needs',
            self::LetGo => 'letting go of what is not needed',
            self::Read => 'reading every file of the store',
        };
    }
}

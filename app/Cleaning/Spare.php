<?php

declare(strict_types=1);

namespace App\Cleaning;

/** What an instance holds that could go. */
enum Spare: string
{
    /** Libraries that were asked for and that nothing needs. */
    case Libraries = 'libraries';

    /** Mods that no world was saved with. */
    case Content = 'content';

    /** Configs and worlds of restore points but the latest. */
    case Points = 'points';

    /** Logs of launches but the latest. */
    case Logs = 'logs';

    /** @param  int  $count  how many there are */
    public function words(int $count): string
    {
        return match ($this) {
            self::Libraries => $count === 1 ? 'library that nothing needs' : 'libraries that nothing needs',
            self::Content => $count === 1 ? 'mod that no world was saved with' : 'mods that no world was saved with',
            self::Points => $count === 1 ? 'restore point with its configs and worlds' : 'restore points with their configs and worlds',
            self::Logs => $count === 1 ? 'log of a launch' : 'logs of launches',
        };
    }

    /** Whether it goes by a draft, which can be taken back. */
    public function isDrafted(): bool
    {
        return $this === self::Libraries || $this === self::Content;
    }

    /** What stays, and what is lost with what goes. */
    public function lost(): string
    {
        return match ($this) {
            self::Points => 'The latest '.Spares::KEPT.' stay. Going back to an older one leaves configs and worlds as they are.',
            self::Logs => 'Those of the latest '.Spares::KEPT.' launches stay. What the others came to is still told, without their lines.',
            default => 'As a draft: look at it, then apply it.',
        };
    }
}

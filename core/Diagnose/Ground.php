<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

/** What speaks for a package's being at fault, the strongest first. */
enum Ground
{
    /** The loader or the game says its name. */
    case Named;
    /** What the log names is in its file, or is its config. */
    case Holds;
    /** It is the provider of a service that failed. */
    case Provides;
    /** The failure arose in its code. */
    case Arose;
    /** Its code called what failed. */
    case Called;
    /** The line about it has its name in it. */
    case Mentioned;
    /** It was being started. */
    case Starting;
    /** It has changed since the last launch that was clean. */
    case Changed;
    /** A notice says that it is broken. */
    case Noticed;

    /** How much it counts. All that only speak of circumstances come to less than a name or a trace. */
    public function weight(): int
    {
        return match ($this) {
            self::Named => 200, self::Holds => 160, self::Provides => 150, self::Arose => 100, self::Called => 80, self::Mentioned => 60,
            self::Starting => 20, self::Changed => 15, self::Noticed => 10,
        };
    }

    public function sureness(): Sureness
    {
        return match ($this) {
            self::Named, self::Holds, self::Provides => Sureness::Certain,
            self::Arose, self::Called, self::Mentioned => Sureness::Likely,
            default => Sureness::Guess,
        };
    }
}

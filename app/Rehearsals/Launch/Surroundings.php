<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

/** What a game gets of the environment that Stasimon runs in: what programs expect of a machine, and nothing of the application's. */
final class Surroundings
{
    /** Names, and beginnings of names that end with *. */
    private const GIVEN = [
        'PATH', 'HOME', 'USER', 'LOGNAME', 'SHELL', 'TERM', 'TMPDIR', 'TZ', 'LANG', 'LANGUAGE', 'LC_*',
        'DISPLAY', 'WAYLAND_DISPLAY', 'XAUTHORITY', 'XDG_*', 'DBUS_SESSION_BUS_ADDRESS', 'DESKTOP_SESSION',
        'PULSE_*', 'PIPEWIRE_*', 'ALSA_*', 'SDL_*', 'VK_*', 'MESA_*', 'DRI_PRIME', '__GL*', 'LD_LIBRARY_PATH', 'JAVA_HOME', 'DOTNET_ROOT',
    ];

    /**
     * For a process that inherits an environment.
     *
     * @param  array<string, string>  $more  that it gets besides
     * @return array<string, string|false> by name; false where it does not get what is inherited
     */
    public static function with(array $more): array
    {
        $names = array_map(strval(...), array_keys(getenv() + $_ENV + array_filter($_SERVER, is_scalar(...))));
        $dropped = array_filter($names, fn (string $name): bool => ! self::isGiven($name));

        return $more + array_fill_keys(array_values($dropped), false);
    }

    private static function isGiven(string $name): bool
    {
        foreach (self::GIVEN as $given) {
            if ($name === $given || (str_ends_with($given, '*') && str_starts_with($name, substr($given, 0, -1)))) {
                return true;
            }
        }

        return false;
    }
}

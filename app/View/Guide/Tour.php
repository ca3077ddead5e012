<?php

declare(strict_types=1);

namespace App\View\Guide;

use App\Models\Instance;
use App\Models\Instances;

/** A walk of two minutes past the places that matter most, on whatever is there. */
final class Tour
{
    /** @return list<array{address: string, at: string, title: string, text: string}> in their order; "at" is a selector of what is meant */
    public static function steps(): array
    {
        $instance = Instances::shown();
        $steps = [
            self::step(
                route('register', absolute: false),
                '.door',
                'Everything begins here',
                'Drop or paste whatever you have: a mod, a log of a crash, a friend\'s text. It says what it is and what can '.
                'be done with it.',
            ),
            self::step(
                route('register', absolute: false),
                'table.register thead, .ways',
                'Your instances',
                'Each is a copy of a game with its mods, for one exact version, in a folder of its own. The game that you '.
                'have installed is '.
                'never touched.',
            ),
        ];

        return [
            ...$steps,
            ...$instance === null ? [] : self::within($instance),
            self::step(
                route('new', absolute: false),
                'form',
                'A new one',
                'Choose a game and a version; the rest is proposed. Then find mods, review the draft, apply it, rehearse, and play.',
            ),
            self::step(
                route('guide', absolute: false),
                'nav',
                'That is all of it',
                'The guide says the rest, and the field at the top finds anything by its name: / leads to it, ? shows all keys.',
            ),
        ];
    }

    /** @return list<array{address: string, at: string, title: string, text: string}> */
    private static function within(Instance $instance): array
    {
        return [
            self::step(
                route('instances.show', $instance, false),
                '.grid-table thead',
                "What is on disk in {$instance->name}",
                'Every release, and why it is here: you asked for it, or another one needs it. Findings stand beside it, '.
                'each with what would '.
                'help.',
            ),
            self::step(
                route('find', $instance, false),
                '.grid-table thead',
                'Find says what would happen',
                'The column Here tells, before you add a mod, whether it fits, what comes along, or what it would break, and why.',
            ),
            self::step(
                route('draft', $instance, false),
                '.slab, h1',
                'Nothing happens before you apply',
                'Whatever you change is a draft first: it shows what comes and goes, each step can be taken back, and worlds '.
                'at risk are named.',
            ),
            self::step(
                route('rehearsals', $instance, false),
                '.grid-table thead, h1',
                'A rehearsal is a trial launch',
                'It starts the game, reads the log, and says whose fault a failure is. What would help is one press.',
            ),
            self::step(
                route('worlds', $instance, false),
                '.grid-table thead, h1',
                'Worlds are kept',
                'Before anything that could cost a world a backup is made, and each world says which of its mods are here.',
            ),
        ];
    }

    /** @return array{address: string, at: string, title: string, text: string} */
    private static function step(string $address, string $at, string $title, string $text): array
    {
        return ['address' => $address, 'at' => $at, 'title' => $title, 'text' => $text];
    }
}

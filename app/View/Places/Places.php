<?php

declare(strict_types=1);

namespace App\View\Places;

use App\Models\Instance;
use App\View\Base\ShownBase;
use App\View\Notices\NoticesPage;
use App\View\Suggestions\SuggestionsPage;
use App\View\Triage\TriagePage;
use App\View\Updates\UpdatesPage;
use LogicException;

/** The one list of the places of the house: what leads to them, keys, help, the guide and the walks go by it. */
final class Places
{
    /** What keys do that go nowhere. */
    public const ACTS = [
        '/' => 'find', 'j k' => 'to the next row, to the one before', 'Enter' => 'open the row', 'x' => 'mark', 'n' => 'new instance',
        'a' => 'add what is marked, apply the draft', 'o' => 'on or off', 'p' => 'pin, pause or go on', 'u' => 'take the newest',
        'Delete' => 'do without', 'd' => 'review the draft', 'z' => 'step back in the draft',
        'Shift Z' => 'step forth again', 'Shift R' => 'rehearse', 'Shift P' => 'play', 'Shift K' => 'earlier in an order',
        'Shift J' => 'later in an order', 'e' => 'first error of a log', 'Ctrl S' => 'put a config into the draft', '?' => 'these keys',
        'Esc' => 'close',
    ];

    /** @return list<Place> */
    public static function house(): array
    {
        return [
            new Place('register', 'register', 'Instances', 'every instance, what is new and what is wrong', 'i', isInBar: true),
            new Place(
                'findings',
                'findings',
                'Findings',
                'what needs you, in all instances at once',
                't',
                path: '/findings',
                page: TriagePage::class,
            ),
            new Place(
                'updates',
                'updates',
                'Updates',
                'newer releases that fit, in all instances at once',
                'u',
                path: '/updates',
                page: UpdatesPage::class,
            ),
            new Place('work', 'work', 'Running work', 'what goes on, what waits, and how to end it'),
            new Place('logs', 'logs', 'Read a log from elsewhere', 'whose fault a failed launch is, from its log alone'),
            new Place('imports', 'imports', 'Bring in a folder', 'an instance made of what was put together elsewhere'),
            new Place('wishes', 'wishes', 'Wish lists', 'names of mods, and which bases hold how many of them', isInBar: true),
            new Place('hand-offs', 'hand-offs', 'Hand-offs', 'what friends gave you, and instances made of it'),
            new Place('packs', 'packs', 'Packs', 'line-ups with configs that go on, received and published', isInBar: true),
            new Place('shelf', 'shelf', 'Your shelf', 'files of your own, and what each of them is', isInBar: true),
            new Place('games', 'games', 'Games', 'the games that are known, and how to teach one more', isInBar: true),
            new Place('depots', 'depots', 'Depots', 'where packages come from, and how far each is trusted', isInBar: true),
            new Place(
                'notices',
                'notices',
                'Notices',
                'what others and you found out about packages, and lists of it',
                path: '/notices',
                page: NoticesPage::class,
            ),
            new Place('access', 'access', 'What may be read', 'which folders of this machine, and which hosts of your network'),
            new Place('store', 'store', 'Store', 'what files take, and what nothing uses'),
            new Place('guide', 'guide', 'Guide', 'how all of it is used, and what its words mean', 'g'),
        ];
    }

    /** @return list<Place> */
    public static function instance(): array
    {
        return [
            new Place('line-up', 'instances.show', 'Line-up', 'what is on disk, why, and what needs you', 'l'),
            new Place('find', 'find', 'Find', 'packages, with what would happen if you added them', 'f'),
            new Place('shelf', 'instances.shelf', 'From your disk', 'files of your own for this instance', 'd'),
            new Place(
                'suggestions',
                'suggestions',
                'Suggested',
                'what the mods here suggest beside them',
                'y',
                path: '/suggestions',
                page: SuggestionsPage::class,
            ),
            new Place('order', 'order', 'Order', 'which of several files, packs and mods comes first or wins', 'b'),
            new Place('stages', 'stages', 'Stages', 'what is put in one after another', 's', occasion: Occasion::Stages),
            new Place('numbers', 'numbers', 'Numbers', 'which config claims which number', 'n', occasion: Occasion::Numbers),
            new Place('worlds', 'worlds', 'Worlds', 'what is saved, backups, and what a change would cost', 'w', true),
            new Place('configs', 'configs', 'Configs', 'every config: whose it is, written, compared, searched', 'c'),
            new Place('files', 'files', 'Files', 'every file, what was changed by hand, the bin', 'e'),
            new Place('differs', 'differs', 'Differs', 'what is not as in the unmodified game, and whose it is', occasion: Occasion::Laid),
            new Place('rehearsals', 'rehearsals', 'Rehearsals', 'launches and what their logs say', 'r', true),
            new Place('history', 'history', 'History', 'what each apply changed, and the way back', 'h'),
            new Place('move', 'move', 'Move', 'where this set could live: other versions and loaders', 'm', true),
            new Place('hand-off', 'hand-off', 'Hand-off', 'give it to friends, to a server, as a pack', 'o'),
            new Place('about', 'about', 'About it', 'its name, notes and picture; keep, put away, remove', 'a'),
            new Place('draft', 'draft', 'Draft', 'what would change, before anything does', occasion: Occasion::Draft),
        ];
    }

    public static function of(string $id): Place
    {
        $meant = array_filter([...self::house(), ...self::instance()], fn (Place $place): bool => $place->id === $id);

        return array_values($meant)[0] ?? throw new LogicException("There is no place {$id}.");
    }

    /** The part of an instance that goes by a name, or its line-up. */
    public static function part(string $id): Place
    {
        $isMeant = fn (Place $place): bool => $place->id === $id && $place->occasion === Occasion::Always;

        return array_values(array_filter(self::instance(), $isMeant))[0] ?? self::instance()[0];
    }

    /** @return list<Place> those that are there for an instance, and the one that is looked at */
    public static function shown(Instance $instance, ShownBase $base, string $part): array
    {
        $isShown = fn (Place $place): bool => $place->occasion->isNow($instance, $base) || $place->id === $part;

        return array_values(array_filter(self::instance(), $isShown));
    }

    /** @return array<string, string> keys, and what they do */
    public static function keys(): array
    {
        $keys = [];
        foreach ([...self::house(), ...self::instance()] as $place) {
            $keys += $place->key === '' ? [] : ["g {$place->key}" => mb_strtolower($place->name)];
        }

        return $keys + self::ACTS;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Selector\SelectorInterface;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** The rooms of the house, two levels deep, from the bottom to the top: one uses only rooms of rows above its own in this list. */
final readonly class Layers
{
    public const CORE = [
        ['Document', 'Number'],
        ['Version', 'Place\Archive', 'Place\Order'],
        ['Catalogue'],
        ['Game', 'Merge', 'Resolve\Fact'],
        ['Resolve\Search', 'Config', 'Evidence', 'Log', 'Notice', 'Place', 'Worlds'],
        ['Resolve', 'Evidence\Descriptor'],
        ['Check', 'Evidence\Repository', 'Plan'],
        ['Explain', 'Diagnose', 'Share'],
        ['Explain\Bases', 'Explain\Following', 'Culprits', 'Pack', 'Share\Inventory'],
    ];

    public const APP = [
        ['Depots\Catalogue', 'Files', 'Models', 'Refusal'],
        ['Access'],
        ['Depots', 'Games', 'Store', 'Work'],
        ['Cage', 'Drafts'],
        ['Depots\Protocol'],
        ['Depots\Download', 'Depots\Sync', 'Drafts\Steps', 'Installs', 'Notices'],
        ['Disk', 'Find', 'Pictures'],
        ['Orders', 'Shelf', 'Worlds'],
        ['Cleaning', 'Imports', 'Moving', 'Rehearsals\Log', 'Stages'],
        ['Games\Taught'],
        ['Rehearsals\Launch'],
        ['Rehearsals', 'Rehearsals\Culprits'],
        ['Configs', 'Rehearsals\Play', 'Sharing'],
        ['Http\Middleware', 'Numbers', 'Packs', 'Sharing\Whole'],
        ['Packs\Sets'],
        ['Telling'],
        ['Console', 'Console\Demo', 'Findings', 'Http\Forms'],
        ['Findings\Rules', 'View'],
        ['View\Base', 'View\Configs', 'View\Drafts', 'View\Find', 'View\LineUp', 'View\Rehearsals', 'View\Sharing'],
        ['View\Door', 'View\Games', 'View\Guide', 'View\Moving', 'View\Notices', 'View\Suggestions', 'View\Triage', 'View\Updates'],
        ['View\Places'],
        ['View\Anything'],
        [
            'Http\Access',
            'Http\Configs',
            'Http\Depots',
            'Http\Door',
            'Http\Drafts',
            'Http\Find',
            'Http\Findings',
            'Http\Games',
            'Http\Guide',
            'Http\Imports',
            'Http\Instances',
            'Http\Moving',
            'Http\Notices',
            'Http\Packs',
            'Http\Places',
            'Http\Rehearsals',
            'Http\Sharing',
            'Http\Shelf',
            'Http\Stages',
            'Http\Work',
            'Http\Worlds',
            'Providers',
        ],
    ];

    /**
     * @param  list<list<string>>  $rows
     * @return iterable<string, Rule> by room
     */
    public static function rules(string $namespace, array $rows): iterable
    {
        foreach ($rows as $row => $rooms) {
            foreach ($rooms as $room) {
                $others = array_values(array_diff(array_merge(...array_slice($rows, $row)), [$room]));
                $closed = array_map(fn (string $other): SelectorInterface => self::room($namespace, $other), $others);
                if ($others !== []) {
                    yield $room => PHPat::rule()
                        ->classes(self::room($namespace, $room))
                        ->shouldNotDependOn()
                        ->classes(...$closed)
                        ->because('A room uses only those below it: tests/Architecture/Layers.php.');
                }
            }
        }
    }

    /** What lies in a room, and not in one that lies in it. */
    private static function room(string $namespace, string $room): SelectorInterface
    {
        $whole = preg_quote($room === '' ? $namespace : "{$namespace}\\{$room}", '/');

        return Selector::inNamespace(str_contains($room, '\\') ? "/^{$whole}(\\\\.*)?$/" : "/^{$whole}$/", true);
    }
}

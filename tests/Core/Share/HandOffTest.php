<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\NeededOn;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\Rule;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Share\Carried;
use Stasimon\Core\Share\ComparedSide;
use Stasimon\Core\Share\Comparison;
use Stasimon\Core\Share\Difference;
use Stasimon\Core\Share\Elsewhere;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\HandOffDocument;
use Stasimon\Core\Share\HandOffText;
use Stasimon\Core\Share\Held;
use Stasimon\Core\Share\PackNamed;
use Stasimon\Core\Share\Secrets;
use Stasimon\Core\Share\StageCondition;
use Stasimon\Core\Share\UnusableHandOff;
use Stasimon\Core\Share\WrittenStage;

function someHandOff(int $seed, int $packages = 0): HandOff
{
    $dice = new Randomizer(new Mt19937($seed));
    $packages = $packages ?: $dice->getInt(0, 40);
    $word = fn (): string => implode('', array_map(fn (): string => chr($dice->getInt(97, 122)), range(1, $dice->getInt(2, 9))));
    $version = fn (): string => $dice->getInt(0, 30).
        '.'.
        $dice->getInt(0, 9).
        '.'.
        $dice->getInt(0, 9).
        ($dice->getInt(0, 9) === 0 ? '-beta.'.$dice->getInt(1, 4) : '');
    $wants = $off = $releases = $channels = $waivers = $notes = [];
    for ($i = 0; $i < $packages; $i++) {
        $id = "{$word()}-{$word()}{$i}";
        match ($dice->getInt(0, 9)) {
            0 => ($off[] = new Want($id, $dice->getInt(0, 1) === 1 ? '*' : ">={$version()} <{$version()}")),
            1, 2, 3 => ($releases[$id] = $version()),
            default => [($wants[] = new Want($id, $dice->getInt(0, 4) === 0 ? ">={$version()}" : '*')), ($releases[$id] = $version())],
        };
    }
    foreach (array_slice($wants, 0, 3) as $want) {
        $channels[$want->id] = $dice->getInt(0, 1) === 1 ? Channel::Beta : Channel::Alpha;
        $waivers[] = $waiver = new Waiver($want->id, $releases[$want->id], Relation::Needs, 'ferrywright');
        $notes += $dice->getInt(0, 1) === 1 ? [$waiver->key() => "It runs; «tried» {$word()}."] : [];
    }

    $groups =
        $wants === [] || $dice->getInt(0, 1) === 0
            ? []
            : [
                'The weather' => [$wants[0]->id],
                "Gruppe {$word()}" => array_map(fn (Want $want): string => $want->id, array_slice($wants, 1, 3)) ?: [$wants[0]->id],
            ];

    $rules =
        count($wants) < 2 ? [] : [new Rule($wants[0]->id, $wants[1]->id, $dice->getInt(0, 1) === 1 ? 'It looks better; «tried».' : '')];
    $stages = array_map(
        fn (int $n): WrittenStage => match ($dice->getInt(0, 2)) {
            0 => new WrittenStage(
                "Stage {$n}",
                "Build *the*\tyard\n\n1. \"{$word()}\"",
                StageCondition::Clean,
                '',
                ["{$word()}{$n}" => ">={$version()}"],
                [],
                true,
            ),
            1 => new WrittenStage(
                "Étape {$word()}",
                '',
                StageCondition::Word,
                'The story is finished.',
                [],
                ["{$word()}{$n}"],
                $dice->getInt(0, 1) === 1,
            ),
            default => new WrittenStage($word(), 'x', StageCondition::Gone, "{$word()}{$n}", [], [], false),
        },
        $dice->getInt(0, 3) === 0 ? range(1, $dice->getInt(1, 5)) : [],
    );

    return new HandOff(
        "Môle {$word()}",
        new Plan(
            new Base('ferrywright', '3.2.1', 'halyard', $version(), 'java', '21', 256 * $dice->getInt(4, 40)),
            $wants,
            $off,
            $channels,
            $waivers,
            $notes,
            array_slice(array_map(fn (Want $want): string => $want->id, $wants), 0, $dice->getInt(0, 4)),
            groups: $groups,
            rules: $rules,
        ),
        $releases,
        stages: $stages,
    );
}

it('comes out as it went in, as text and as a document', function (): void {
    for ($seed = 1; $seed <= (int) (getenv('STASIMON_CASES') ?: 300); $seed++) {
        $given = someHandOff($seed);
        expect(HandOffText::read(HandOffText::write($given)))
            ->toEqual($given, "seed {$seed}")
            ->and(HandOffDocument::read(HandOffDocument::write($given)))
            ->toEqual($given, "seed {$seed}");
    }
});

it('says only what is beyond a pack, comes out whole where that pack is, and says so where it is not', function (): void {
    for ($seed = 1; $seed <= (int) (getenv('STASIMON_CASES') ?: 300); $seed++) {
        $dice = new Randomizer(new Mt19937($seed));
        $pack = someHandOff($seed, 40);
        $other = someHandOff($seed + 100_000, 6);
        // What a person makes of a pack: some of its wants, in another order, releases of their own, and packages of another.
        $wants = [...array_filter($pack->plan->wants, fn (): bool => $dice->getInt(0, 9) > 0), ...$other->plan->wants];
        $wants = $dice->getInt(0, 3) === 0 ? $dice->shuffleArray($wants) : array_values($wants);
        $mine = new HandOff(
            $other->name,
            new Plan($other->plan->base, $wants, $pack->plan->off, groups: $other->plan->groups),
            array_map(fn (string $version): string => $dice->getInt(0, 9) === 0 ? '9.9.9' : $version, $pack->releases + $other->releases),
        );
        $text = HandOffText::write($mine, new PackNamed('grand-archipelago', '5', $pack));
        $known = fn (string $id, string $version): ?HandOff => [$id, $version] === ['grand-archipelago', '5'] ? $pack : null;
        expect(HandOffText::read("see {$text}", $known))
            ->toEqual($mine, "seed {$seed}")
            ->and(strlen($text))
            ->toBeLessThan(strlen(HandOffText::write($mine)));
    }
    expect(fn () => HandOffText::read($text))
        ->toThrow(UnusableHandOff::class, 'grand-archipelago 5, which is not here')
        ->and(fn () => HandOffText::read($text, fn () => null))
        ->toThrow(UnusableHandOff::class, 'not here')
        ->and(fn () => HandOffText::read($text, fn () => someHandOff(3, 40)))
        ->toThrow(UnusableHandOff::class, 'is another one');
});

it('is found among other words, broken into lines, and quoted', function (): void {
    $given = someHandOff(7, 60);
    $text = HandOffText::write($given);
    foreach (
        [
            "Here it is: {$text} have fun",
            "{$text}\nthanks",
            chunk_split($text, 60, "\n"),
            '> '.chunk_split($text, 50, "\n> "),
            "look\n".chunk_split($text, 76, "\r\n")."\nand tell me",
        ] as $said
    ) {
        expect(HandOffText::isIn($said))->toBeTrue()->and(HandOffText::read($said))->toEqual($given);
    }
    expect(HandOffText::isIn("00:01 main info loading stasimon\nGulls"))->toBeFalse();
});

it('tells a note of several lines as one', function (): void {
    $waiver = new Waiver('gulls', '1.0', Relation::Needs, 'ferrywright');
    $given = new HandOff(
        'All',
        new Plan(
            new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '21', 4096),
            [new Want('gulls')],
            waivers: [$waiver],
            waiverNotes: [$waiver->key() => "It runs.\r\n\tReally."],
        ),
    );
    expect(HandOffText::read(HandOffText::write($given))->plan->waiverNotes)
        ->toBe([$waiver->key() => 'It runs.   Really.'])
        ->and(HandOffDocument::read(HandOffDocument::write($given)))
        ->toEqual($given);
});

it('gives one group away alone, and groups are switched, joined and taken apart', function (): void {
    $plan = (new Plan(new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '21', 4096), [
        new Want('a'),
        new Want('b', '>=1'),
        new Want('c'),
        new Want('d'),
    ]))
        ->grouping('Weather', 'a', 'b', 'nothing')
        ->grouping('Ships', 'c');
    expect($plan->groups)
        ->toBe(['Weather' => ['a', 'b'], 'Ships' => ['c']])
        ->and($plan->grouping('Ships', 'b')->groups)
        ->toBe(['Weather' => ['a'], 'Ships' => ['c', 'b']])
        ->and($plan->grouping('Ships', 'a', 'b')->groups)
        ->toBe(['Ships' => ['c', 'a', 'b']])
        ->and($plan->ungrouping('Weather')->groups)
        ->toBe(['Ships' => ['c']])
        ->and($plan->without('c')->groups)
        ->toBe(['Weather' => ['a', 'b']]);
    $off = $plan->switching('Weather', false);
    expect([$off->isOff('a'), $off->isOff('b'), $off->isOff('c')])
        ->toBe([true, true, false])
        ->and($off->switching('Weather', true)->rangeOf('b'))
        ->toBe('>=1')
        ->and($off->switching('No such', false))
        ->toEqual($off);
    $given = (new HandOff('All', $plan, ['a' => '1', 'b' => '2', 'c' => '3', 'lib' => '4'], ['b' => str_repeat('0', 64)]))->only('Weather');
    expect([
        $given->name,
        $given->releases,
        $given->plan->groups,
        array_map(fn (Want $want): string => $want->id, $given->plan->wants),
        array_keys($given->digests),
    ])
        ->toBe(['Weather', ['a' => '1', 'b' => '2'], ['Weather' => ['a', 'b']], ['a', 'b'], ['b']])
        ->and(fn () => $given->only('Ships'))
        ->toThrow(UnusableHandOff::class, 'no group of that name');
});

it('is read as chats hand it on: in italics, quoted, with its lines or blanks in other places, and words around it', function (): void {
    $given = someHandOff(5, 30);
    $text = HandOffText::write($given);
    $broken = fn (string $with): string => implode($with, str_split($text, 60));
    foreach (
        [
            "Take this: {$text}",
            "_{$text}_",
            "*{$text}*",
            "__{$text}__ and tell me",
            "`{$text}`",
            "“{$text}”",
            $broken("\n"),
            $broken("\r\n> "),
            $broken(' '),
            $broken("\u{a0}"),
            $broken("\u{200b}"),
            $broken("\u{ad}\n"),
            $broken("\n")." thanks a lot, see you\nbye",
            "Look\n\n> ".$broken("\n> ")."\n\nThat was it",
            $broken("\u{2028}").'.',
        ] as $number => $said
    ) {
        expect(HandOffText::read($said))->toEqual(HandOffText::read($text), "form {$number}: {$said}");
    }
});

it('refuses one whose stream is cut though its sum is right, and what no text has', function (): void {
    $encode = fn (string $stream): string => 'stasimon1.'.
        rtrim(strtr(base64_encode(hash('crc32c', $stream, true).$stream), '+/', '-_'), '=');
    $said = "N\nf\t1\tl\t1\tj\t1\t4096\n".implode("\n", array_map(fn (int $i): string => "mod-{$i}\t1.{$i}", range(1, 60)));
    expect(HandOffText::read($encode((string) gzdeflate($said)))->releases)->toHaveCount(60);
    foreach ([1, 2, 40] as $cut) {
        $torn = $encode(substr((string) gzdeflate($said), 0, -$cut));
        expect(fn () => HandOffText::read($torn))->toThrow(UnusableHandOff::class, 'damaged');
    }
    foreach (["N\xff", "N\0"] as $name) {
        expect(fn () => HandOffText::read($encode((string) gzdeflate("{$name}\nf\t1\tl\t1\tj\t1\t4096"))))->toThrow(UnusableHandOff::class);
    }
    expect(
        fn () => HandOffText::read($encode((string) gzdeflate("N\nf\t1\tl\t1\tj\t1\t4096\n!gulls\t1.0\tneeds\tferrywright\tno\0te"))),
    )->toThrow(UnusableHandOff::class);
});

it('refuses whatever was changed on the way, with a sentence', function (): void {
    $signs = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_. !';
    $dice = new Randomizer(new Mt19937(3));
    for ($seed = 1; $seed <= (int) (getenv('STASIMON_CASES') ?: 12); $seed++) {
        $text = HandOffText::write(someHandOff($seed, 4));
        for ($at = 0; $at < strlen($text); $at++) {
            $other = substr_replace($text, $signs[$dice->getInt(0, strlen($signs) - 1)], $at, 1);
            foreach ([$other === $text ? 'stasimon' : $other, substr($text, 0, $at)] as $damaged) {
                expect(fn () => HandOffText::read($damaged))->toThrow(UnusableHandOff::class, null, "seed {$seed}, at {$at}: {$damaged}");
            }
        }
    }
    $encoded = fn (string $said): string => 'stasimon1.'.
        rtrim(strtr(base64_encode(hash('crc32c', (string) gzdeflate($said), true).gzdeflate($said)), '+/', '-_'), '=');
    foreach (
        [
            'stasimon9.AAAA' => 'of revision 9',
            'hello' => 'is no hand-off',
            $encoded("Bomb\n".str_repeat('a', 3_000_000)) => 'more than any instance',
            $encoded('Name alone') => 'what base',
            $encoded("N\nf\t1\tl\t1\tj\t1\t4096\n../etc\t1.0") => 'no id',
            $encoded("N\nf\t1\tl\t1\tj\t1\t1\ngulls\t1.0") => 'memory',
            $encoded("N\nf\t1\tl\t1\tj\t1\t4096\n~gulls\tnightly") => '"nightly"',
            $encoded("\x01\nf\t1\tl\t1\tj\t1\t4096") => 'no name',
            $encoded("N\nf\t1\tl\t1\tj\t1\t4096\n*[1]") => 'stage that cannot be read',
            $encoded("N\nf\t1\tl\t1\tj\t1\t4096\n*{\"title\": \"\", \"condition\": \"clean\"}") => 'without a name',
            $encoded(
                "N\nf\t1\tl\t1\tj\t1\t4096".str_repeat("\n*{\"title\": \"S\", \"condition\": \"clean\"}", 51),
            ) => 'more than 50 stages',
        ] as $text => $why
    ) {
        expect(fn () => HandOffText::read((string) $text))->toThrow(UnusableHandOff::class, $why);
    }
    expect(fn () => HandOffDocument::read('{"format": "stasimon/hand-off", "revision": 1, "name": "A", "plan": '.
        '{"game": "../x"}}'))->toThrow(
            UnusableHandOff::class,
            '/plan/game',
        );
});

it('takes fewer than 2,000 characters for 180 packages whose names are words', function (): void {
    $words = fn (string $words): array => explode(' ', $words);
    [$first, $second] = [
        $words('amber brackish brass briny chart copper coral deep drift ebb far fog grey harbour high'),
        $words('anchors beacons bells buoys cabins charts cranes eddies ferries gulls keels lanterns'),
    ];
    $releases = [];
    foreach ($first as $i => $one) {
        foreach ($second as $j => $other) {
            $releases["{$one}-{$other}"] = ($i * 7 + $j) % 5 .'.'.($i + $j * 3) % 10 .'.'.($i * $j) % 7;
        }
    }
    $wants = array_map(fn (string $id): Want => new Want($id), array_slice(array_keys($releases), 0, 150));
    $text = HandOffText::write(
        new HandOff(
            'Grand Archipelago',
            new Plan(new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '21', 6144), $wants),
            $releases,
        ),
    );
    expect(count($releases))->toBe(180)->and(strlen($text))->toBeLessThan(2000);
});

/** @param  array<string, array{string, string, 2?: bool}>  $held  id => version, side, and whether it is wanted */
function side(
    string $name,
    array $held,
    string $game = '3.2.1',
    string $build = '0.16.4',
    int $memory = 4096,
    string $loader = 'halyard',
): ComparedSide {
    return new ComparedSide(
        $name,
        new Base('ferrywright', $game, $loader, $build, 'java', '21', $memory),
        array_combine(
            array_keys($held),
            array_map(
                fn (string $id, array $one): Held => new Held($id, ucfirst($id), $one[0], NeededOn::from($one[1]), $one[2] ?? true),
                array_keys($held),
                $held,
            ),
        ),
        ['ferrywright' => 'Ferrywright', 'halyard' => 'Halyard'],
    );
}

it('says what keeps two apart, what does not matter, and why a library is another one', function (): void {
    $catalogue = new MemoryCatalogue([
        new Package('fogbank', Kind::Mod, [
            new Release('2.0.3', needs: [Need::of(new Target('oakum', '<1.6'))]),
            new Release('2.1.0', needs: [Need::of(new Target('oakum'))]),
        ]),
        new Package('wake', Kind::Mod, [new Release('1.2.0', needs: [Need::of(new Target('foam'))])]),
        new Package('foam', Kind::Library, [new Release('1.0', needs: [Need::of(new Target('bubbles'))])]),
        new Package('bubbles', Kind::Library, [new Release('1.0')]),
        new Package('oakum', Kind::Library, [new Release('1.5.3'), new Release('1.6.0')]),
    ]);
    $mine = side('Mine', [
        'gulls' => ['1.0.0', 'both'],
        'fogbank' => ['2.1.0', 'both'],
        'oakum' => ['1.6.0', 'both', false],
        'wake' => ['1.2.0', 'client'],
        'foam' => ['1.0', 'both', false],
        'bubbles' => ['1.0', 'both', false],
        'only-mine' => ['1.0', 'both'],
        'desk' => ['1.0', 'server'],
    ]);
    $theirs = side(
        'Theirs',
        ['gulls' => ['1.0.0', 'both'], 'fogbank' => ['2.0.3', 'both'], 'oakum' => ['1.5.3', 'both', false], 'night' => ['1.3.0', 'both']],
        memory: 6144,
    );
    $comparison = Comparison::of($mine, $theirs, $catalogue);
    expect($comparison->same)
        ->toBe(1)
        ->and(array_map(fn (Difference $one): string => $one->sentence(), $comparison->apart()))
        ->toBe([
            'I have Fogbank 2.1.0, you have 2.0.3: both sides must have the same release.',
            'You have Night 1.3.0, I have not: adds what the other side sends.',
            'I have Oakum 1.6.0, you have 1.5.3: their Fogbank needs <1.6.',
            'I have Only-mine 1.0, you have not: the other side has nothing of it.',
        ])
        ->and(array_map(fn (Difference $one): string => "{$one->title}: {$one->meaning}", $comparison->aside()))
        ->toBe([
            'Memory: each machine its own',
            'Bubbles: on the client only',
            'Desk: on the server only',
            'Foam: on the client only',
            'Wake: on the client only',
        ])
        ->and(Comparison::of($mine, $mine)->differences)
        ->toBe([]);
    $bases = Comparison::of(side('a', []), side('b', [], '3.2.2', '0.16.9'));
    expect(array_map(fn (Difference $one): string => "{$one->id} {$one->here} {$one->there}", $bases->apart()))
        ->toBe(['game 3.2.1 3.2.2', 'build 0.16.4 0.16.9'])
        ->and(Comparison::of(side('a', []), side('b', [], loader: 'capstan'))->apart()[0]->meaning)
        ->toBe('both sides must have the same loader');
});

it('finds what looks like a secret, and leaves what does not', function (): void {
    expect(
        Secrets::in(
            "volume = 3\naccess-token: abcdef123456\n\"password\": \"hunter22\"\nserver = play.example.org:25565\nip = 203.0.113.9\n",
        ),
    )
        ->toBe([2, 3, 4, 5])
        ->and(
            Secrets::in(
                "authored-by = somebody\nshow-tokens = true\nauthor-limit = 12\nversion = 1.2.3.4.5\nbind = 127.0.0.1\nany = ".
                "0.0.0.0\nserver = true\n",
            ),
        )
        ->toBe([]);
});

it('refuses what no instance could be', function (Closure $make, string $why): void {
    expect($make)->toThrow(UnusableHandOff::class, $why);
})->with(function (): array {
    $base = new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '21', 4096);
    $waiver = new Waiver('gulls', '1.0', Relation::Needs, 'ferrywright');
    $digest = str_repeat('0', 64);

    return [
        'too many packages' => [
            fn () => new HandOff('All', new Plan($base, array_map(fn (int $n): Want => new Want("mod-{$n}"), range(1, 5_001)))),
            'more than 5,000 packages',
        ],
        'a version of two lines' => [fn () => new HandOff('All', new Plan($base), ['gulls' => "1\n2"]), 'a version that is '.
        'empty, too long'],
        'no version' => [fn () => new HandOff('All', new Plan($base), ['gulls' => '']), 'a version'],
        'a range without end' => [
            fn () => new HandOff('All', new Plan($base, [new Want('gulls', '>='.str_repeat('1', 5_000))])),
            'a range',
        ],
        'a note without end' => [
            fn () => new HandOff('All', new Plan($base, waivers: [$waiver], waiverNotes: [$waiver->key() => str_repeat('x', 100_000)])),
            'a note that is too long',
        ],
        'a note that is no text' => [
            fn () => new HandOff('All', new Plan($base, waivers: [$waiver], waiverNotes: [$waiver->key() => "\xFF"])),
            'a note',
        ],
        'a group without a name' => [
            fn () => new HandOff('All', new Plan($base, [new Want('gulls')], groups: ['' => ['gulls']])),
            'a group',
        ],
        'a group that is not there' => [fn () => (new HandOff('All', new Plan($base)))->only('Weather'), 'no group of that name'],
        'too many configs' => [
            fn () => new Carried(
                array_combine(array_map(fn (int $n): string => "config/{$n}", range(1, 5_001)), array_fill(0, 5_001, $digest)),
            ),
            'more than 5,000 configs',
        ],
        'a config without a digest' => [fn () => new Carried(['config/x' => 'sha']), 'config/x has no SHA-256'],
        'too many files' => [
            fn () => new Carried(elsewhere: array_map(fn (int $n): Elsewhere => new Elsewhere("mod-{$n}", '1', 'Mod', ''), range(1, 501))),
            'more than 500 files',
        ],
        'a config twice' => [
            fn () => HandOffDocument::carried(
                (string) json_encode([
                    'configs' => [['path' => 'config/a', 'sha256' => $digest], ['path' => 'config/a', 'sha256' => $digest]],
                ]),
            ),
            'is listed twice',
        ],
    ];
});

it('says of another runtime that it is each machine\'s own, and takes it over', function (): void {
    $of = fn (string $runtime): ComparedSide => new ComparedSide(
        'x',
        new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', $runtime, 4096),
        [],
        ['java' => 'Java'],
    );
    $comparison = Comparison::of($of('21'), $of('17'));
    expect($comparison->apart())
        ->toBe([])
        ->and(
            array_map(
                fn (Difference $one): array => [$one->id, $one->title, $one->here, $one->there, $one->keepsApart],
                $comparison->differences,
            ),
        )
        ->toBe([['runtime', 'Java', '21', '17', false]]);
});

it('holds no more beyond a pack than any could, however its lines are repeated', function (): void {
    $pack = someHandOff(2, 40);
    $text = HandOffText::write($pack, new PackNamed('p', '1', $pack));
    $bytes = base64_decode(strtr(substr($text, 10), '-_', '+/'));
    $said = (string) gzinflate(substr($bytes, 4)).str_repeat("\n@0-99999", 400);
    $again =
        'stasimon1.'.rtrim(strtr(base64_encode(hash('crc32c', (string) gzdeflate($said), true).gzdeflate($said)), '+/', '-_'), '=');
    expect(fn () => HandOffText::read($again, fn () => $pack))->toThrow(UnusableHandOff::class, 'more than any instance');
});

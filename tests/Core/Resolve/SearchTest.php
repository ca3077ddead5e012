<?php

declare(strict_types=1);

use Stasimon\Core\Resolve\Fact\Bounded;
use Stasimon\Core\Resolve\Search\BitTable;
use Stasimon\Core\Resolve\Search\Clause;
use Stasimon\Core\Resolve\Search\Learning;
use Stasimon\Core\Resolve\Search\Tally;
use Stasimon\Core\Resolve\Search\Trail;

/** A set over a package of three releases: "-" for not there, then the positions. */
function bits(string $members): string
{
    $table = BitTable::ofSize(3);
    $bits = $table->none;
    foreach (str_split($members) as $member) {
        $bits |= $member === '-' ? $table->absent : $table->of[(int) $member];
    }

    return $bits;
}

function trailOf(int $packages): Trail
{
    $trail = new Trail();
    for ($i = 0; $i < $packages; $i++) {
        $trail->introduce($i, 3, bits('-012'));
    }

    return $trail;
}

/** @param  array<int, string>  $literals  package => members */
function clauseOf(array $literals): Clause
{
    return new Clause(array_map(bits(...), $literals), new Bounded());
}

function decide(Trail $trail, int $package, string $members): void
{
    $trail->open();
    $trail->narrow($package, bits($members), null);
}

it('counts and finds the newest in sets of any size', function (int $releases): void {
    $table = BitTable::ofSize($releases);
    expect(BitTable::count($table->full))
        ->toBe($releases + 1)
        ->and(BitTable::newest($table->full))
        ->toBe($releases - 1)
        ->and(BitTable::count($table->none))
        ->toBe(0)
        ->and(BitTable::newest($table->absent))
        ->toBe(-1)
        ->and($table->single[$table->of[$releases - 1]])
        ->toBe($releases - 1)
        ->and(BitTable::newest($table->of[0] | $table->absent))
        ->toBe(0);
})->with([1, 6, 7, 8, 20, 63, 64, 300]);

it('gives back what a package could be when its level is taken back', function (): void {
    $trail = trailOf(2);
    decide($trail, 0, '01');
    decide($trail, 1, '2');
    $trail->narrow(0, bits('0'), clauseOf([0 => '0', 1 => '-01']));
    expect($trail->positionOf(0))
        ->toBe(0)
        ->and($trail->falsifiedAt(0, bits('1')))
        ->toBe(2)
        ->and($trail->falsifiedAt(0, bits('2')))
        ->toBe(0);
    $trail->backTo(1);
    expect($trail->domain)
        ->toBe([bits('01'), bits('-012')])
        ->and($trail->length)
        ->toBe(1)
        ->and($trail->level())
        ->toBe(1);
    $trail->backTo(0);
    expect($trail->domain)->toBe([bits('-012'), bits('-012')]);
});

it('keeps what does not rest on the level that is taken back', function (): void {
    $trail = trailOf(4);
    decide($trail, 0, '2');
    decide($trail, 1, '2');
    decide($trail, 2, '2');
    $trail->backTo(2);
    // Made while level 2 stands, but because of the decision of level 1 alone.
    $trail->narrow(3, bits('0'), clauseOf([0 => '-01', 3 => '0']));
    expect($trail->backTo(1))
        ->toBe([])
        ->and($trail->domain[3])
        ->toBe(bits('0'))
        ->and($trail->domain[1])
        ->toBe(bits('-012'))
        ->and($trail->levelOf(clauseOf([3 => '12'])))
        ->toBe(1)
        ->and($trail->falsifiedAt(3, bits('12')))
        ->toBe(1);
    $trail->backTo(0);
    expect($trail->domain[3])->toBe(bits('-012'));
});

it('names the reasons that went only because what stood before them went', function (): void {
    $trail = trailOf(4);
    decide($trail, 0, '2');
    decide($trail, 1, '2');
    decide($trail, 2, '2');
    $trail->backTo(2);
    $trail->narrow(3, bits('01'), clauseOf([1 => '-01', 3 => '01']));
    $early = clauseOf([0 => '-01', 3 => '0']);
    $trail->narrow(3, bits('0'), $early);
    expect($trail->levelOf(clauseOf([3 => '12'])))
        ->toBe(2)
        ->and($trail->backTo(1))
        ->toBe([$early])
        ->and($trail->domain[3])
        ->toBe(bits('-012'));
});

it('learns what the decisions cannot be together, and nothing of the decisions beside them', function (): void {
    $trail = trailOf(5);
    decide($trail, 0, '2');
    decide($trail, 1, '2');
    decide($trail, 2, '2');
    $trail->narrow(3, bits('01'), clauseOf([0 => '-01', 3 => '01']));
    $trail->narrow(4, bits('2'), clauseOf([2 => '-01', 4 => '2']));
    $learned = (new Learning($trail))->from(clauseOf([3 => '-2', 4 => '-01']));
    expect($learned->literals)
        ->toEqual([0 => bits('-01'), 2 => bits('-01')])
        ->and($trail->levelOf($learned))
        ->toBe(3);
    $trail->backTo(2);
    expect(count($trail->openIn($learned)))->toBe(1);
});

it('resolves down to nothing what is violated before any decision', function (): void {
    $trail = trailOf(2);
    $trail->narrow(0, bits('2'), $first = clauseOf([0 => '2']));
    $trail->narrow(1, bits('0'), $second = clauseOf([0 => '-01', 1 => '0']));
    $learned = (new Learning($trail))->from($third = clauseOf([0 => '-01', 1 => '12']));
    expect($learned->literals)
        ->toBe([])
        ->and($learned->parents)
        ->toBe([$third, $second, $first]);
});

it('counts what is lost, forwards and backwards, and speaks up at one too many', function (): void {
    $trail = trailOf(3);
    $tally = new Tally([0 => bits('1'), 1 => bits('1')], true, 1);
    $trail->tell($tally);
    $tally->restart($trail);
    decide($trail, 0, '2');
    expect($tally->lost())->toBe(1)->and($tally->violated($trail))->toBeNull();
    decide($trail, 2, '0');
    expect($tally->lost())
        ->toBe(2)
        ->and($tally->violated($trail))
        ->toBe([0 => bits('1'), 2 => bits('-')]);
    $trail->backTo(1);
    expect($tally->lost())->toBe(1);
    $trail->backTo(0);
    expect($tally->lost())->toBe(0);
});

<?php

declare(strict_types=1);

use Opis\JsonSchema\Validator;
use Stasimon\Core\Pack\SetEntry;
use Stasimon\Core\Pack\SetHead;
use Stasimon\Core\Pack\UnusablePack;

/** @return non-empty-string */
function setKey(int $seed = 1): string
{
    return sodium_crypto_sign_secretkey(sodium_crypto_sign_seed_keypair(str_repeat(chr($seed), SODIUM_CRYPTO_SIGN_SEEDBYTES)));
}

function setOf(int $states, string $id = 'set-1'): SetHead
{
    $entry = fn (int $n): SetEntry => new SetEntry(
        $n,
        hash('sha256', (string) $n),
        1_000 + $n,
        "2031-05-0{$n}T12:00:00Z",
        "Why, \"{$n}\"\nand more.",
    );

    return new SetHead($id, 'Thursdays', array_map($entry, range(1, $states)));
}

it('is read as it was written, by whoever has its key in hand', function (): void {
    $read = SetHead::read(setOf(3)->written(setKey()));
    expect([$read->id, $read->name, $read->entries])
        ->toEqual(['set-1', 'Thursdays', setOf(3)->entries])
        ->and($read->signature?->key)
        ->toBe(sodium_crypto_sign_publickey_from_secretkey(setKey()))
        ->and($read->latest()->number)
        ->toBe(3);
});

it('is refused where one byte of it is otherwise', function (): void {
    $text = setOf(2)->written(setKey());
    // Every byte of what is said, and of who says so.
    for ($at = 0; $at < strlen($text) - 1; $at++) {
        $changed = $text;
        $changed[$at] = chr(ord($changed[$at]) ^ 1);
        try {
            $head = SetHead::read($changed);
            // What says the same, such as the case of a letter in what is no part of the signature's bits, says the same.
            expect($head->entries)->toEqual(setOf(2)->entries);
        } catch (UnusablePack) {
            expect(true)->toBeTrue();
        }
    }
    expect(fn () => SetHead::read(str_replace('Thursdays', 'Fridays', $text)))->toThrow(UnusablePack::class, 'changed after it was signed');
});

it('is refused where its states are not numbered one after the other, or it is no head at all', function (string $text, string $why): void {
    expect(fn () => SetHead::read($text))->toThrow(UnusablePack::class, $why);
})->with([
    ['', 'no head of a set'],
    ['{"set":{},"signature":{}}', 'no head of a set'],
    [fn () => (new SetHead('set-1', 'T', [setOf(2)->entries[1]]))->written(setKey()), 'not numbered'],
    [fn () => (new SetHead('Set 1', 'T', setOf(1)->entries))->written(setKey()), 'id'],
    [fn () => (new SetHead('set-1', 'T', [new SetEntry(1, 'none', 1, 'x', '')]))->written(setKey()), 'no SHA-256'],
    [fn () => str_repeat(' ', SetHead::LONGEST + 1), 'at most'],
]);

it('knows what was taken back and what was written over', function (): void {
    $seen = array_column(setOf(3)->entries, 'sha256', 'number');
    setOf(3)->goesOnFrom($seen);
    setOf(5)->goesOnFrom($seen);
    setOf(1)->goesOnFrom([]);
    expect(fn () => setOf(2)->goesOnFrom($seen))
        ->toThrow(UnusablePack::class, 'It ends at 2, and had 3 before: it was rolled back.')
        ->and(fn () => setOf(5)->goesOnFrom([2 => hash('sha256', 'other')] + $seen))
        ->toThrow(UnusablePack::class, 'Its state 2 is another one than before');
});

it('is what its schema says', function (): void {
    // Judged by opis/json-schema.
    $schema = json_decode((string) file_get_contents(dirname(__DIR__, 3).'/docs/formats/set.schema.json'));
    $valid = fn (string $text): bool => (new Validator())->validate(json_decode($text), $schema)->isValid();
    expect($valid(setOf(2)->written(setKey())))->toBeTrue()
        ->and($valid(str_replace('"number":2', '"number":0', setOf(2)->written(setKey()))))->toBeFalse();
});

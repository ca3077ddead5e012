<?php

declare(strict_types=1);

use App\Worlds\Pieces;

it('reads no file again that is as it was, and every one of which that cannot be told', function (int $size): void {
    $file = sys_get_temp_dir().'/piece-'.bin2hex(random_bytes(4));
    $pieces = app(Pieces::class);
    file_put_contents($file, $first = random_bytes($size));
    $of = fn (array $kept): string => $kept['sha256'] ?? $kept['list'];
    // It was written just now, and may be written into again in the same second.
    $kept = $pieces->keep($file);
    expect($kept)->not->toHaveKey('seen');
    $this->travel(10)->seconds();
    $kept = $pieces->keep($file, $kept);
    expect($kept)->toHaveKey('seen');
    // What is said of it is believed, right or wrong: nothing was read.
    file_put_contents("{$file}.other", random_bytes($size));
    $planted = ['seen' => $kept['seen']] + $pieces->keep("{$file}.other");
    expect($pieces->keep($file, $planted))->toEqual($planted)->and($pieces->isAs($file, $planted))->toBeTrue();
    // Written into, with as many bytes and its time set back; and another file in its place.
    $handle = fopen($file, 'r+b');
    fwrite($handle, 'other');
    fclose($handle);
    touch($file, time() - 86_400);
    $changed = $pieces->keep($file, ['seen' => $kept['seen']] + $kept);
    expect($of($changed))->not->toBe($of($kept))->and($pieces->isAs($file, $kept))->toBeFalse();
    rename("{$file}.other", $file);
    expect($of($pieces->keep($file, $changed)))->toBe($of($planted));
    // What it was kept as is not in the store any more.
    $seen = $pieces->keep($file, $planted);
    unlink(app(App\Store\Store::class)->path($of($seen)));
    $again = $pieces->keep($file, $seen);
    expect($pieces->hasAll(...$pieces->digests($again, 'it')))->toBeTrue();
    // Nor a single block of it.
    $one = $pieces->digests($again, 'it');
    unlink(app(App\Store\Store::class)->path(end($one)));
    expect($pieces->hasAll(...$pieces->digests($pieces->keep($file, $again), 'it')))->toBeTrue();
    unlink($file);
})->with(['whole' => [500_000], 'in blocks' => [3_000_000]]);

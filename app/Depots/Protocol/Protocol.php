<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\FileAt;
use Closure;

/**
 * How one kind of depot is spoken to: at its own address, and at no other. A new kind is a class like this, a line in
 * {@see Protocols::ALL} and its tests.
 */
interface Protocol
{
    /** What a place of this kind is, in a few words: "a feed"; nothing for what is a depot and no more. */
    public static function kind(): string;

    /** @throws DepotFailure where there is none of this kind */
    public function describe(): Description;

    /**
     * What changed above a sequence.
     *
     * @param  Closure(int, int): void  $progress  told how much of how much is looked at, where that takes long
     *
     * @throws DepotFailure
     */
    public function changes(int $since, Closure $progress): ChangeFeed;

    /**
     * Packages, each as the package of a depot (docs/formats/depot.md) in JSON; in whichever order, and some may be left out.
     *
     * @param  int  $since  the sequence that was reached before them
     * @param  array<string, int>  $portion  of the changes: id => sequence
     * @return iterable<string>
     *
     * @throws DepotFailure
     */
    public function packages(ChangeFeed $changes, int $since, array $portion): iterable;

    /**
     * The list of its packs, as docs/formats/depot.md has it.
     *
     * @throws DepotFailure
     */
    public function packs(): string;

    /** Where a file is asked for, as a release names it. */
    public function file(string $path): FileAt;
}

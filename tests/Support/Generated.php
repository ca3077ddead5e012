<?php

declare(strict_types=1);

namespace Tests\Support;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Small, dense catalogues and requests made from a seed; about half of them impossible. */
final class Generated
{
    private Randomizer $dice;

    private int $packages;

    private int $releases;

    private function __construct(int $seed)
    {
        $this->dice = new Randomizer(new Mt19937($seed));
        $this->packages = $this->dice->getInt(4, 9);
        $this->releases = $this->dice->getInt(2, 5);
    }

    /** @return array{catalogue: array<string, mixed>, request: array<string, mixed>} documents as the contract words them */
    public static function case(int $seed, bool $plain = false): array
    {
        $self = new self($seed);
        $packages = [];
        for ($i = 0; $i < $self->packages; $i++) {
            $packages[] = $self->package($i, $plain);
        }

        return [
            'catalogue' => ['format' => 'stasimon/catalogue', 'revision' => 1, 'packages' => $packages],
            'request' => $self->request($plain),
        ];
    }

    /** @return array<string, mixed> */
    private function package(int $i, bool $plain): array
    {
        $releases = [];
        for ($v = 1; $v <= $this->releases; $v++) {
            $release = ['version' => "{$v}.0.0"];
            if (! $plain && $this->chance(12)) {
                $release = ['version' => "{$v}.0.0-beta.1", 'channel' => 'beta'];
            }
            $release['needs'] = $this->needs($plain);
            if ($this->chance(22)) {
                $release['breaks'] = [$this->target(false)];
            }
            if (! $plain && $this->chance(10)) {
                $release['provides'] = [['id' => 'p'.$this->dice->getInt(0, $this->packages - 1), 'version' => $this->dice->getInt(1, $this->releases).'.0.0']];
            }
            $releases[] = $release;
        }

        return ['id' => "p{$i}", 'kind' => 'mod', 'releases' => $releases];
    }

    /** @return list<array<string, mixed>> */
    private function needs(bool $plain): array
    {
        $needs = [];
        for ($n = $this->dice->getInt(0, 2); $n > 0; $n--) {
            $needs[] = ! $plain && $this->chance(25)
                ? ['anyOf' => [$this->target(true), $this->target(true)]]
                : $this->target(! $plain);
        }

        return $needs;
    }

    /** @return array{id: string, range: string} */
    private function target(bool $mayBeMissing): array
    {
        $id = $mayBeMissing && $this->chance(4) ? 'nowhere' : 'p'.$this->dice->getInt(0, $this->packages - 1);
        $low = $this->dice->getInt(1, $this->releases);

        return ['id' => $id, 'range' => match ($this->dice->getInt(0, 4)) {
            0 => '*',
            1 => ">={$low}.0.0",
            2 => "<={$low}.0.0",
            3 => "={$low}.0.0",
            default => ">={$low}.0.0 <".($low + 2).'.0.0',
        }];
    }

    /** @return array<string, mixed> */
    private function request(bool $plain): array
    {
        $want = $have = [];
        for ($n = $this->dice->getInt(1, 4); $n > 0; $n--) {
            $want[] = $this->chance(60) ? ['id' => $this->target(false)['id']] : $this->target(false);
        }
        for ($n = $this->dice->getInt(0, 4); $n > 0; $n--) {
            $have['p'.$this->dice->getInt(0, $this->packages - 1)] = $this->dice->getInt(1, $this->releases).'.0.0';
        }
        $request = ['format' => 'stasimon/request', 'revision' => 1, 'want' => $want, 'have' => (object) $have];
        if (! $plain && $this->chance(20)) {
            $request['forbid'] = [$this->target(false)];
        }
        if (! $plain && $this->chance(30)) {
            $request['channels'] = ['*' => 'beta'];
        }

        return $request;
    }

    private function chance(int $percent): bool
    {
        return $this->dice->getInt(1, 100) <= $percent;
    }
}

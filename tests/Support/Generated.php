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

    /**
     * @param  bool  $plain  without alternatives, provisions and channels
     * @return array{catalogue: array<string, mixed>, request: array<string, mixed>} documents as the contract words them
     */
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

    /**
     * Few enough packages to try every selection; nothing provides anything.
     *
     * @return array{catalogue: array<string, mixed>, request: array<string, mixed>}
     */
    public static function small(int $seed): array
    {
        $self = new self($seed);
        $self->packages = $self->dice->getInt(3, 5);
        $self->releases = $self->dice->getInt(2, 3);
        $packages = array_map(fn (int $i): array => $self->package($i, true), range(0, $self->packages - 1));

        return [
            'catalogue' => ['format' => 'stasimon/catalogue', 'revision' => 1, 'packages' => $packages],
            'request' => ['have' => (object) []] + $self->request(true),
        ];
    }

    /**
     * More packages than subsets can be tried of, each with fewer ties, and a wish for most of them.
     *
     * @return array{catalogue: array<string, mixed>, request: array<string, mixed>}
     */
    public static function large(int $seed): array
    {
        $self = new self($seed);
        $self->packages = $self->dice->getInt(30, 45);
        $packages = array_map(fn (int $i): array => $self->package($i, false), range(0, $self->packages - 1));
        $wants = array_map(
            fn (int $i): array => $self->chance(70) ? ['id' => "p{$i}"] : ['range' => $self->target(false)['range'], 'id' => "p{$i}"],
            (array) $self->dice->pickArrayKeys(range(0, $self->packages - 1), 21),
        );

        return [
            'catalogue' => ['format' => 'stasimon/catalogue', 'revision' => 1, 'packages' => $packages],
            'request' => ['want' => $wants, 'have' => (object) []] + $self->request(false),
        ];
    }

    /**
     * @param  array<string, string>  $selection
     * @return array<string, string>
     */
    public static function sorted(array $selection): array
    {
        ksort($selection, SORT_STRING);

        return $selection;
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
            if ($this->chance(30)) {
                $release['breaks'] = [$this->target(false)];
            }
            if (! $plain && $this->chance(10)) {
                $release['provides'] = [
                    [
                        'id' => 'p'.$this->dice->getInt(0, $this->packages - 1),
                        'version' => $this->dice->getInt(1, $this->releases).'.0.0',
                    ],
                ];
            }
            $releases[] = $release;
        }

        return ['id' => "p{$i}", 'kind' => 'mod', 'releases' => $releases];
    }

    /** @return list<array<string, mixed>> */
    private function needs(bool $plain): array
    {
        $needs = [];
        for ($n = $this->dice->getInt(0, 3); $n > 0; $n--) {
            $needs[] = ! $plain && $this->chance(25) ? ['anyOf' => [$this->target(true), $this->target(true)]] : $this->target(! $plain);
        }

        return $needs;
    }

    /** @return array{id: string, range: string} */
    private function target(bool $mayBeMissing): array
    {
        $id = $mayBeMissing && $this->chance(5) ? 'nowhere' : 'p'.$this->dice->getInt(0, $this->packages - 1);
        $low = $this->dice->getInt(1, $this->releases);

        return [
            'id' => $id,
            'range' => match ($this->dice->getInt(0, 5)) {
                0 => '*',
                1 => ">={$low}.0.0",
                2 => "<={$low}.0.0",
                3, 4 => "={$low}.0.0",
                default => ">={$low}.0.0 <".($low + 2).'.0.0',
            },
        ];
    }

    /** @return array<string, mixed> */
    private function request(bool $plain): array
    {
        $want = $have = [];
        for ($n = $this->dice->getInt(1, 5); $n > 0; $n--) {
            $want[] = $this->chance(40) ? ['id' => $this->target(false)['id']] : $this->target(false);
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

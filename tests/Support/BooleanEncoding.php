<?php

declare(strict_types=1);

namespace Tests\Support;

/**
 * A catalogue and a request written directly as clauses over one variable for each release, from the documents and by
 * the words of the contract alone. Used with programs that are not ours.
 */
final class BooleanEncoding
{
    /** @var array<string, int> "id version" => variable */
    public array $variables = [];

    /** @var list<list<int>> */
    public array $clauses = [];

    /** @var array<string, array<string, mixed>> */
    private array $packages = [];

    /**
     * @param  array<string, mixed>  $catalogue
     * @param  array<string, mixed>  $request
     */
    public function __construct(array $catalogue, private array $request)
    {
        foreach ($catalogue['packages'] as $package) {
            $this->packages[$package['id']] = $package;
            foreach ($package['releases'] as $release) {
                $this->variables["{$package['id']} {$release['version']}"] = count($this->variables) + 1;
            }
        }
        $this->encode();
    }

    private function encode(): void
    {
        foreach ($this->request['want'] as $want) {
            $this->clauses[] = $this->satisfying($want);
        }
        foreach ($this->packages as $id => $package) {
            $all = array_map(fn (array $release): int => $this->variables["{$id} {$release['version']}"], $package['releases']);
            foreach ($all as $i => $one) {
                foreach (array_slice($all, $i + 1) as $other) {
                    $this->clauses[] = [-$one, -$other];
                }
            }
            foreach ($package['releases'] as $i => $release) {
                $this->release($id, $release, $all[$i]);
            }
        }
        foreach ($this->request['forbid'] ?? [] as $forbidden) {
            foreach ($this->packages[$forbidden['id']]['releases'] as $release) {
                if (self::admits($forbidden['range'], $release['version'])) {
                    $this->clauses[] = [-$this->variables["{$forbidden['id']} {$release['version']}"]];
                }
            }
        }
    }

    /** @param  array<string, mixed>  $release */
    private function release(string $id, array $release, int $variable): void
    {
        foreach ($release['needs'] ?? [] as $need) {
            $options = array_merge(...array_map($this->satisfying(...), $need['anyOf'] ?? [$need]));
            $this->clauses[] = [-$variable, ...$options];
        }
        foreach ($release['breaks'] ?? [] as $broken) {
            foreach ($this->satisfying($broken) as $other) {
                if ($other !== $variable) {
                    $this->clauses[] = [-$variable, -$other];
                }
            }
        }
        $channel = ($release['channel'] ?? 'stable');
        if ($channel === 'beta' && ($this->request['channels']['*'] ?? 'stable') === 'stable') {
            $this->clauses[] = [-$variable];
        }
    }

    /**
     * @param  array{id: string, range?: string}  $target
     * @return list<int>
     */
    private function satisfying(array $target): array
    {
        $found = [];
        foreach ($this->packages as $id => $package) {
            foreach ($package['releases'] as $release) {
                $versions = $id === $target['id'] ? [$release['version']] : [];
                foreach ($release['provides'] ?? [] as $provided) {
                    if ($provided['id'] === $target['id']) {
                        $versions[] = $provided['version'];
                    }
                }
                foreach ($versions as $version) {
                    if (self::admits($target['range'] ?? '*', $version)) {
                        $found[] = $this->variables["{$id} {$release['version']}"];
                        break;
                    }
                }
            }
        }

        return $found;
    }

    /** The few forms of range that {@see Generated} writes, over versions N.0.0 and N.0.0-beta.1. */
    private static function admits(string $range, string $version): bool
    {
        $value = (float) (int) $version - (str_contains($version, 'beta') ? 0.5 : 0.0);
        foreach (preg_split('/ /', $range) ?: [] as $part) {
            $limit = (float) ltrim($part, '<>=');
            $holds = match (true) {
                $part === '*' => true,
                str_starts_with($part, '>=') => $value >= $limit,
                str_starts_with($part, '<=') => $value <= $limit,
                str_starts_with($part, '<') => $value < $limit,
                default => $value === $limit,
            };
            if (! $holds) {
                return false;
            }
        }

        return true;
    }

    /** In DIMACS CNF, which SAT solvers read. */
    public function dimacs(): string
    {
        $lines = ['p cnf '.count($this->variables).' '.count($this->clauses)];
        foreach ($this->clauses as $clause) {
            $lines[] = implode(' ', [...$clause, 0]);
        }

        return implode("\n", $lines)."\n";
    }
}

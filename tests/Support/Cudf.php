<?php

declare(strict_types=1);

namespace Tests\Support;

use Symfony\Component\Process\Process;

/**
 * A case in CUDF, the format of the Mancoosi competitions, and aspcud's answer to it. Every relation is written out over
 * single releases, so that nothing depends on how CUDF reads ranges or virtual packages.
 */
final class Cudf
{
    /** @var list<string> the number of a variable less one => "id version" */
    private array $names;

    /** @var array<string, int> "id version" => its place among the releases of its package, from 1 */
    private array $places = [];

    /** @param  array<string, string>  $have */
    public function __construct(private readonly BooleanEncoding $encoding, private readonly array $have)
    {
        $this->names = array_keys($encoding->variables);
        $counts = [];
        foreach ($this->names as $name) {
            [$id] = explode(' ', $name);
            $this->places[$name] = $counts[$id] = ($counts[$id] ?? 0) + 1;
        }
    }

    /** "p3 = 2" */
    private function atom(int $variable): string
    {
        $name = $this->names[$variable - 1];

        return explode(' ', $name)[0]." = {$this->places[$name]}";
    }

    public function document(): string
    {
        $depends = $conflicts = $goal = [];
        foreach ($this->encoding->clauses as $clause) {
            $negative = array_values(array_filter($clause, fn (int $literal): bool => $literal < 0));
            $positive = array_map($this->atom(...), array_values(array_filter($clause, fn (int $literal): bool => $literal > 0)));
            $formula = $positive === [] ? 'nothing' : implode(' | ', $positive);
            match (count($negative)) {
                0 => ($goal[] = $formula),
                1 => ($depends[-$negative[0]][] = $formula),
                default => ($conflicts[-$negative[0]][] = $this->atom(-$negative[1])),
            };
        }
        $text = "preamble: \n\n";
        foreach ($this->names as $i => $name) {
            [$id, $version] = explode(' ', $name);
            $text .=
                "package: {$id}\nversion: {$this->places[$name]}\n".
                (isset($depends[$i + 1]) ? 'depends: '.implode(', ', $depends[$i + 1])."\n" : '').
                (isset($conflicts[$i + 1]) ? 'conflicts: '.implode(', ', $conflicts[$i + 1])."\n" : '').
                (($this->have[$id] ?? '') === $version ? "installed: true\n" : '').
                "\n";
        }

        return $text.
            "package: goal\nversion: 1\n".
            ($goal === [] ? '' : 'depends: '.implode(', ', $goal)."\n").
            "\nrequest: \ninstall: goal\n";
    }

    /** @return array{int, int}|null the packages that aspcud removes and those it changes in all; null when it finds no answer */
    public function removedAndChanged(string $file): ?array
    {
        file_put_contents($file, $this->document());
        $aspcud = new Process(['aspcud', $file, '/dev/stdout', '-removed,-changed']);
        $aspcud->mustRun();
        if (str_contains($aspcud->getOutput(), 'FAIL')) {
            return null;
        }
        preg_match_all('/^package: (\S+)\nversion: (\d+)/m', $aspcud->getOutput(), $matches, PREG_SET_ORDER);
        $selection = [];
        foreach ($matches as [, $id, $place]) {
            if ($id !== 'goal') {
                $selection[$id] = (string) explode(
                    ' ',
                    (string) array_search(
                        (int) $place,
                        array_filter($this->places, fn (string $name): bool => str_starts_with($name, "{$id} "), ARRAY_FILTER_USE_KEY),
                        true,
                    ),
                )[1];
            }
        }

        return self::cost($this->known(), $selection);
    }

    /** @return array<string, string> what is there and in the catalogue */
    public function known(): array
    {
        return array_filter(
            $this->have,
            fn (string $version, string $id): bool => isset($this->places["{$id} {$version}"]),
            ARRAY_FILTER_USE_BOTH,
        );
    }

    /**
     * @param  array<string, string>  $from
     * @param  array<string, string>  $to
     * @return array{int, int}
     */
    public static function cost(array $from, array $to): array
    {
        $changed = array_filter(array_keys($from + $to), fn (string $id): bool => ($from[$id] ?? null) !== ($to[$id] ?? null));

        return [count(array_diff_key($from, $to)), count($changed)];
    }
}

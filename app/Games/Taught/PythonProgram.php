<?php

declare(strict_types=1);

namespace App\Games\Taught;

/**
 * A program in Python that is a package beside those that it loads, as a folder has it in which packages were installed: each says
 * what it is in its core metadata (Python Packaging User Guide, "Core metadata specifications" and "Recording installed projects").
 */
final readonly class PythonProgram
{
    /** The id of a name or of a requirement: cut where something else begins, and written as the specification normalises names. */
    private const ID = "lower(replace(replace(%s, '/[ (\\[<>=!~;].*$/s', ''), '/[-_.]+/', '-'))";

    /**
     * A requirement's range. What leaves one release out is passed over, and "~=" is read as its lower bound.
     */
    private const RANGE =
        "replace(replace(replace(replace(@, '/^[^(<>=!~]*[(]?|[)].*$|!=[^,)]*/', ''), '/~=/', '>='), '/==+/', '='), '/,/', ' ')";

    /** Those that hold in any case, without what is asked for with an extra alone or elsewhere. */
    private const NEEDS = "[\"requires-dist\"][] | [?@ && !contains(@, ';')].{id: %s, range: either(%s, '*')}";

    private function __construct(private string $package, private string $version)
    {
    }

    /** @param  list<string>  $files  paths below the folder */
    public static function of(array $files): ?self
    {
        foreach (preg_grep('~^[^/]+/__main__\.py$~', $files) ?: [] as $main) {
            $package = dirname($main);
            $said = preg_grep('~^'.preg_quote($package, '~').'-[^/]+\.dist-info/METADATA$~i', $files) ?: [];
            if ($said !== []) {
                return new self($package, substr(basename(dirname(array_values($said)[0]), '.dist-info'), strlen($package) + 1));
            }
        }

        return null;
    }

    /**
     * @param  string  $id  of the game
     * @param  array<string, mixed>  $runtime
     * @return array<string, mixed> what a definition says of it
     */
    public function words(string $id, array $runtime): array
    {
        $place = ['folder' => '.', 'unpack' => true];

        return [
            'versions' => [['version' => $this->version]],
            'scheme' => 'maven',
            'runtime' => ['rules' => [['from' => $this->version, 'range' => '*', 'words' => 'any']]] + $runtime,
            'places' => ['library' => $place, 'mod' => $place],
            'own' => [],
            // What the machine has of packages, and what Python would write beside the program, stays out of it.
            'launch' => ['python3', '-S', '-B', '-m', $this->package],
            'log' => ['line' => '/^(?<message>.*)$/', 'signatures' => []],
            'descriptors' => array_map(
                fn (string $path): array => $this->descriptor($path, $id),
                ['*.dist-info/METADATA', '*.egg-info/PKG-INFO', '*.egg-info'],
            ),
            'installed' => [
                [
                    'path' => "{$this->package}-*.dist-info/METADATA",
                    'format' => 'headers',
                    'id' => "'{$id}'",
                    'version' => 'version',
                    'scheme' => 'maven',
                ],
            ],
        ];
    }

    /** @return array<string, mixed> */
    private function descriptor(string $path, string $id): array
    {
        return [
            'path' => $path,
            'format' => 'headers',
            'scheme' => 'maven',
            'syntax' => 'comparator',
            'id' => sprintf(self::ID, 'name'),
            'version' => 'version',
            'name' => 'name',
            'kind' => "[classifier][] | [?@ && starts_with(@, 'Framework ::')] | [0] && 'mod' || 'library'",
            'needs' => sprintf(self::NEEDS, sprintf(self::ID, '@'), self::RANGE),
            'ids' => [['pattern' => '~^'.preg_quote(strtolower(strtr($this->package, '_', '-')), '~').'$~', 'id' => $id]],
        ];
    }
}

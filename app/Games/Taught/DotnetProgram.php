<?php

declare(strict_types=1);

namespace App\Games\Taught;

use App\Files\PlainFile;
use Stasimon\Core\Evidence\Descriptor\Formats;
use Stasimon\Core\Evidence\Metadata;

/**
 * A program for .NET that loads assemblies: each says what it is and what it refers to in its metadata (ECMA-335, II.22.2 and II.22.5).
 * A reference is met by that version or a newer one, as unification has it; assemblies of the runtime are not asked for.
 */
final readonly class DotnetProgram
{
    private const NEEDS =
        "references[?!starts_with(name, 'System') && !starts_with(name, 'Microsoft') && name != 'mscorlib' && name != 'netstandard']".
        ".{id: lower(name), range: join('', ['>=', version])}";

    /**
     * @param  string  $program  the file that is an assembly and is started
     * @param  int  $framework  major version of .NET; 0 for one before 5, which is started by mono
     * @param  array<string, string>  $own  assemblies beside it that are the game's own: name in lower case => version
     */
    private function __construct(private string $program, private string $version, private int $framework, private array $own)
    {
    }

    /**
     * @param  string  $program  as it was guessed; for .NET 5 and later it may be a native one that starts an assembly of its name
     * @param  list<string>  $files  paths below the folder
     */
    public static function of(string $root, string $program, array $files): ?self
    {
        $read = fn (string $path): ?Metadata => is_file("{$root}/{$path}") && filesize("{$root}/{$path}") <= Formats::ASSEMBLY
            ? Metadata::of((string) PlainFile::text("{$root}/{$path}", Formats::ASSEMBLY))
            : null;
        $said = null;
        foreach ([$program, preg_replace('/\.exe$/i', '', $program).'.dll'] as $path) {
            $metadata = in_array($path, $files, true) ? $read($path) : null;
            if ($metadata?->assembly() !== null) {
                $said = [$path, $metadata];
                break;
            }
        }
        if ($said === null) {
            return null;
        }
        $own = [];
        foreach (preg_grep('~^[^/]+\.dll$~i', $files) ?: [] as $path) {
            $one = $path === $said[0] ? null : $read($path)?->assembly();
            $one === null ? null : ($own[strtolower($one['name'])] = $one['version']);
        }
        preg_match('/^\.NETCoreApp,Version=v(\d{1,3})\./', $said[1]->attribute('TargetFrameworkAttribute'), $core);

        return new self($said[0], $said[1]->assembly()['version'] ?? '0.0.0.0', (int) ($core[1] ?? 0), $own);
    }

    /**
     * @param  string  $id  of the game
     * @return array<string, mixed> what a definition says of it
     */
    public function words(string $id): array
    {
        $provided = [];
        foreach ($this->own as $name => $version) {
            $provided[] = ['id' => (string) $name, 'version' => $version];
        }
        $runtime = $this->framework === 0 ? ['versions' => ['4']] : ['versions' => [(string) $this->framework], 'find' => 'dotnet'];

        return [
            'versions' => [['version' => $this->version]],
            'scheme' => 'maven',
            'runtime' => ['id' => 'dotnet', 'name' => '.NET'] + $runtime + [
                'rules' => [['from' => $this->version, 'range' => '*', 'words' => 'any']],
            ],
            'launch' => [$this->framework === 0 ? 'mono' : '{program}', "{dir}/{$this->program}"],
            'log' => ['line' => '/^(?<message>.*)$/', 'signatures' => []],
            'descriptors' => [
                [
                    'path' => '*.dll',
                    'format' => 'assembly',
                    'scheme' => 'maven',
                    'syntax' => 'comparator',
                    'id' => 'lower(name)',
                    'version' => 'version',
                    'name' => 'name',
                    'kind' => $this->kind(),
                    'needs' => self::NEEDS,
                ],
            ],
            'installed' => [['path' => $this->program, 'format' => 'assembly', 'id' => "'{$id}'", 'version' => 'version']],
        ] + ($provided === [] ? [] : ['here' => [['by' => $id, 'provides' => $provided]]]);
    }

    /** What refers to an assembly that was made with the program is a mod of it; whatever else is a library. */
    private function kind(): string
    {
        $made = array_map(strval(...), array_keys($this->own, $this->version, true));
        $names = implode(', ', array_map(fn (string $name): string => "'".addcslashes($name, "'\\\\")."'", $made));

        return $made === [] ? "'mod'" : "references[?contains([{$names}], lower(name))] | [0] && 'mod' || 'library'";
    }
}

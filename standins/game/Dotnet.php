<?php

declare(strict_types=1);

namespace Standins\Game;

/** Words its failures as .NET does (from memory of .NET 6 and its class library's resources). */
final readonly class Dotnet implements Runtime
{
    /** Build of the game, from => the .NET version that it is made for. */
    private const MADE_FOR = [8790 => 6, 8812 => 8];

    public function __construct(private string $version)
    {
    }

    public function refuses(string $gameVersion): array
    {
        $needs = 6;
        foreach (self::MADE_FOR as $from => $made) {
            $needs = (int) $gameVersion >= $from ? $made : $needs;
        }

        return $needs <= (int) $this->version ? [] : $this->framework('Nightpost.dll', $needs);
    }

    /** @return list<string> */
    private function framework(string $for, int $needs): array
    {
        return [
            'You must install or update .NET to run this application.',
            '',
            "App: {$for}",
            'Architecture: x64',
            "Framework: 'Microsoft.NETCore.App', version '{$needs}.0.0' (x64)",
            '.NET location: /usr/lib/dotnet',
            '',
            'The following frameworks were found:',
            "  {$this->version}.0.0 at [/usr/lib/dotnet/shared/Microsoft.NETCore.App]",
        ];
    }

    public function cannotLoad(ModFile $mod): array
    {
        foreach ($mod->assemblies as $assembly) {
            if ($assembly->framework > (int) $this->version) {
                return [
                    "System.IO.FileNotFoundException: Could not load file or assembly 'System.Runtime, ".
                    "Version={$assembly->framework}.0.0.0, Culture=neutral, PublicKeyToken=b03f5f7f11d50a3a'. The system cannot find the ".
                    'file specified.',
                    ...$this->frames($mod, '.ctor'),
                ];
            }
        }

        return [];
    }

    public function cannotLink(ModFile $mod, array $mods, string $side): array
    {
        $there = [];
        foreach ($mods as $other) {
            foreach ($other->assemblies as $assembly) {
                $there[$assembly->name] = $assembly;
            }
        }
        foreach ($mod->assemblies as $assembly) {
            $problem = $this->cannotRefer($mod, $assembly, $there);
            if ($problem !== []) {
                return $problem;
            }
            foreach ($assembly->calls as [$owner, $type, $method]) {
                $found = $there[$owner] ?? null;
                if ($found !== null && ! isset($found->types[$type])) {
                    return [
                        "System.TypeLoadException: Could not load type '{$type}' from assembly '{$owner}, Version={$found->version}, ".
                        "Culture=neutral, PublicKeyToken=null'.",
                        ...$this->frames($mod, 'Start'),
                    ];
                }
                if ($found !== null && $method !== '' && ! in_array($method, $found->types[$type], true)) {
                    return [
                        "System.MissingMethodException: Method not found: 'Void {$type}.{$method}()'.",
                        ...$this->frames($mod, 'Start'),
                    ];
                }
            }
        }

        return [];
    }

    /**
     * @param  array<string, AssemblyHead>  $there
     * @return list<string>
     */
    private function cannotRefer(ModFile $mod, AssemblyHead $assembly, array $there): array
    {
        foreach ($assembly->references as $name => $version) {
            if ($name === 'System.Runtime') {
                continue;
            }
            $found = $there[$name] ?? null;
            $full = "'{$name}, Version={$version}, Culture=neutral, PublicKeyToken=null'";
            if ($found === null) {
                return [
                    "System.IO.FileNotFoundException: Could not load file or assembly {$full}. The system cannot find the file ".
                        'specified.',
                    ...$this->frames($mod, 'Start'),
                ];
            }
            if (version_compare($found->version, $version, '<')) {
                return [
                    "System.IO.FileLoadException: Could not load file or assembly {$full}. The located assembly's manifest definition ".
                        'does not match the assembly reference. (0x80131040)',
                    ...$this->frames($mod, 'Start'),
                ];
            }
        }

        return [];
    }

    public function outOfMemory(ModFile $mod): array
    {
        return [
            'Unhandled exception. System.OutOfMemoryException: Insufficient memory to continue the execution of the program.',
            ...$this->frames($mod, 'Load'),
        ];
    }

    public function nothingThere(ModFile $mod): array
    {
        return [
            'Unhandled exception. System.NullReferenceException: Object reference not set to an instance of an object.',
            ...$this->frames($mod, 'Fetch'),
        ];
    }

    public function endless(string $game): array
    {
        return ['Stack overflow.', ...array_fill(0, 512, '   at Nightpost.Registry.Resolve(System.String)')];
    }

    public function nativeCrash(ModFile $mod, string $library): array
    {
        return [
            [
                'Fatal error. System.AccessViolationException: Attempted to read or write protected memory. This is often an indication '.
                'that other memory is corrupt.',
                '   at Nightpost.Picture.Native.Submit(IntPtr)',
                ...$this->frames($mod, 'Draw'),
            ],
            139,
        ];
    }

    public function frames(ModFile $mod, string $method): array
    {
        return [
            "   at {$mod->main()}.{$method}()",
            '   at Nightpost.Loader.Starter.Run()',
            '   at Nightpost.Program.Main(System.String[])',
        ];
    }

    public function threads(array $waiting): array
    {
        return [];
    }
}

<?php

declare(strict_types=1);

namespace Standins\Game;

/** Words its failures as the Java platform does (from memory of OpenJDK 17; what java itself prints is checked in tests). */
final readonly class Java implements Runtime
{
    /** Java release => the highest class-file version it reads: The Java Virtual Machine Specification, table 4.1-A. */
    private const READS = ['8' => 52, '11' => 55, '17' => 61, '21' => 65];

    /** Game version, from => the class-file version the game itself is built to. */
    private const BUILT_TO = ['0' => 52, '3.0' => 61, '3.4' => 65];

    private const TYPES = ['V' => 'void', 'F' => 'float', 'I' => 'int', 'Z' => 'boolean', 'J' => 'long', 'D' => 'double'];

    private int $reads;

    public function __construct(string $version)
    {
        $this->reads = self::READS[$version] ?? 0;
    }

    public function refuses(string $gameVersion): array
    {
        $level = 52;
        foreach (self::BUILT_TO as $from => $built) {
            $level = version_compare($gameVersion, (string) $from, '>=') ? $built : $level;
        }

        return $level <= $this->reads
            ? []
            : ['Error: LinkageError occurred while loading main class ferry.Main', "\t".$this->newer('ferry/Main', $level)];
    }

    private function newer(string $class, int $level): string
    {
        return "java.lang.UnsupportedClassVersionError: {$class} has been compiled by a more recent version of the Java Runtime (class ".
            "file version {$level}.0), this version of the Java Runtime only recognizes class file versions up to {$this->reads}.0";
    }

    public function cannotLoad(ModFile $mod): array
    {
        foreach ($mod->classes as $class) {
            if ($class->level > $this->reads) {
                return [
                    $this->newer($class->name, $class->level),
                    '    at java.base/java.lang.ClassLoader.defineClass1(Native Method)',
                    '    at ferry.loader.Classes.define(Classes.java:118)',
                ];
            }
        }

        return [];
    }

    public function cannotLink(ModFile $mod, array $mods, string $side): array
    {
        $foreign = $side === 'client' ? 'ferry/server/' : 'ferry/client/';
        foreach ($mod->classes as $class) {
            foreach ($class->calls as [$owner, $member]) {
                if ((str_starts_with($owner, 'ferry/') && ! str_starts_with($owner, $foreign)) || str_starts_with($owner, 'java/')) {
                    continue;
                }
                $there = null;
                foreach ($mods as $other) {
                    $there ??= $other->classes[$owner] ?? null;
                }
                if ($there === null) {
                    return [
                        "java.lang.NoClassDefFoundError: {$owner}",
                        ...$this->frames($mod, 'start'),
                        'Caused by: java.lang.ClassNotFoundException: '.strtr($owner, '/', '.'),
                        '    ... 4 more',
                    ];
                }
                if ($member !== '' && ! isset($there->has[$member])) {
                    return [
                        str_contains($member, '(')
                            ? "java.lang.NoSuchMethodError: '".self::signature($owner, $member)."'"
                            : 'java.lang.NoSuchFieldError: '.explode(':', $member)[0],
                        ...$this->frames($mod, 'start'),
                    ];
                }
            }
        }

        return [];
    }

    /** "void oakum.sky.Layers.mist(float)" */
    private static function signature(string $owner, string $member): string
    {
        preg_match('/^([^(]+)\((.*)\)(.)$/', $member, $part);
        $types = array_map(
            fn (string $type): string => self::TYPES[$type] ?? 'java.lang.Object',
            $part[2] === '' ? [] : str_split($part[2]),
        );

        return self::TYPES[$part[3]].' '.strtr($owner, '/', '.').".{$part[1]}(".implode(', ', $types).')';
    }

    public function outOfMemory(ModFile $mod): array
    {
        return ['java.lang.OutOfMemoryError: Java heap space', ...$this->frames($mod, 'load')];
    }

    public function nothingThere(ModFile $mod): array
    {
        return [
            'java.lang.NullPointerException: Cannot invoke "ferry.registry.Entry.value()" because the return value of '.
            '"ferry.registry.Registry.get(String)" is null',
            ...$this->frames($mod, 'fetch'),
        ];
    }

    public function endless(string $game): array
    {
        return ['java.lang.StackOverflowError', ...array_fill(0, 512, '    at ferry.registry.Registry.resolve(Registry.java:61)')];
    }

    public function nativeCrash(ModFile $mod, string $library): array
    {
        $address = sprintf('0x%016x', 0x7F3A_0000_0000 + crc32($mod->id));

        return [
            [
                '#',
                '# A fatal error has been detected by the Java Runtime Environment:',
                '#',
                "#  SIGSEGV (0xb) at pc={$address}, pid=4711, tid=4712",
                '#',
                '# Problematic frame:',
                "# C  [{$library}.so+0x1f3a2]",
                '#',
                '# The crash happened outside the Java Virtual Machine in native code.',
                '#',
                '',
                'Java frames: (J=compiled Java code, j=interpreted, Vv=VM code)',
                'j  ferry.picture.Native.submit(J)V+0',
                'j  '.strtr($mod->main(), '/', '.').'.draw()V+42',
                'j  ferry.picture.Frame.draw()V+17',
            ],
            134,
        ];
    }

    public function frames(ModFile $mod, string $method): array
    {
        $class = strtr($mod->main(), '/', '.');
        $file = substr($class, (int) strrpos('.'.$class, '.'));

        return [
            "    at {$class}.{$method}({$file}.java:".(20 + (crc32($mod->id) % 200)).')',
            '    at ferry.loader.Starter.call(Starter.java:52)',
            '    at ferry.loader.Starter.run(Starter.java:31)',
            '    at ferry.Main.main(Main.java:12)',
        ];
    }

    public function threads(array $waiting): array
    {
        $lines = ['Full thread dump OpenJDK 64-Bit Server VM (mixed mode, sharing):', ''];
        foreach ($waiting as $thread => [$mod, $for]) {
            array_push(
                $lines,
                "\"{$thread}\" #".(1 + (crc32($thread) % 40)).' prio=5 os_prio=0 waiting for monitor entry',
                '   java.lang.Thread.State: BLOCKED (on object monitor)',
                ...[...$this->frames($mod, 'start'), ''],
            );
        }
        if (count($waiting) > 1) {
            array_push(
                $lines,
                'Found one Java-level deadlock:',
                '=============================',
                ...array_merge(
                    ...array_map(
                        fn (string $thread, array $one): array => [
                            "\"{$thread}\":",
                            "  waiting to lock monitor 0x00007f (object \"{$one[1]}\")",
                        ],
                        array_keys($waiting),
                        $waiting,
                    ),
                ),
            );
        }

        return $lines;
    }
}

<?php

declare(strict_types=1);

namespace Standins\Content;

/**
 * Writes the smallest assemblies there are: a portable executable with a CLI header and metadata, ECMA-335 partition II,
 * sections 22 to 25. They have no code, but they declare their types and methods, refer to what they call, and name the
 * framework that they are made for.
 */
final class Assembly
{
    /** What the metadata starts at, once it is loaded, and in the file. */
    private const LOADED = 0x2000;

    private const IN_FILE = 0x200;

    private string $strings = "\0";

    private string $blobs = "\0";

    /** @var array<string, int> */
    private array $places = [];

    private function __construct()
    {
    }

    /**
     * @param  string  $version  four numbers
     * @param  string  $framework  ".NETCoreApp,Version=v6.0"
     * @param  array<string, list<string>>  $types  "WaxAndSeal.Stamp" => names of its methods
     * @param  array<string, string>  $references  assembly => version
     * @param  list<array{string, string, string}>  $calls  assembly, type and method; a type alone has no method
     */
    public static function bytes(string $name, string $version, string $framework, array $types, array $references, array $calls): string
    {
        return (new self())->write($name, $version, $framework, $types, $references, $calls);
    }

    /**
     * @param  array<string, list<string>>  $types
     * @param  array<string, string>  $references
     * @param  list<array{string, string, string}>  $calls
     */
    private function write(string $name, string $version, string $framework, array $types, array $references, array $calls): string
    {
        $framed = 'System.Runtime.Versioning.TargetFrameworkAttribute';
        $references = ['System.Runtime' => '6.0.0.0'] + $references;
        $scopes = array_flip(array_keys($references));
        [$outside, $memberRefs] = $this->outside([['System.Runtime', $framed, '.ctor'], ...$calls]);
        $typeRefs = array_map(fn (array $one): string => pack('v', (($scopes[$one[2]] + 1) << 2) | 2).$this->typeName($one[3]), $outside);
        $typeDefs = [pack('Vvvvvv', 0, $this->string('<Module>'), 0, 0, 1, 1)];
        $methods = [];
        foreach ($types as $type => $names) {
            $typeDefs[] = pack('V', 0x00100001).$this->typeName($type).pack('vvv', 0, 1, count($methods) + 1);
            foreach ($names as $method) {
                $methods[] = pack('Vvvvvv', 0, 0, 0x0086, $this->string($method), $this->blob("\x20\x00\x01"), 1);
            }
        }
        $attribute = pack('vvv', (1 << 5) | 14, (1 << 3) | 3, $this->blob("\x01\x00".chr(strlen($framework)).$framework."\x00\x00"));
        $numbers = fn (string $version): string => pack('v4', ...array_map(intval(...), explode('.', $version)));
        $assembly = pack('V', 0x8004).$numbers($version).pack('Vvvv', 0, 0, $this->string($name), 0);
        $assemblyRefs = [];
        foreach ($references as $other => $wanted) {
            $assemblyRefs[] = $numbers($wanted).pack('Vvvvv', 0, 0, $this->string($other), 0, 0);
        }
        $module = pack('vvvvv', 0, $this->string("{$name}.dll"), 1, 0, 0);
        $tables = [
            0x00 => [$module],
            0x01 => array_values($typeRefs),
            0x02 => $typeDefs,
            0x06 => $methods,
            0x0A => $memberRefs,
            0x0C => [$attribute],
            0x20 => [$assembly],
            0x23 => $assemblyRefs,
        ];

        return self::executable($this->metadata(array_filter($tables)));
    }

    /**
     * @param  list<array{string, string, string}>  $calls
     * @return array{array<string, array{int, string, string, string}>, list<string>} types of others, and rows of what is called of them
     */
    private function outside(array $calls): array
    {
        $outside = $memberRefs = [];
        foreach ($calls as [$assembly, $type, $method]) {
            $outside["{$assembly} {$type}"] ??= [count($outside) + 1, pack('nvv', 0, 0, 0), $assembly, $type];
            if ($method !== '') {
                $memberRefs[] = pack(
                    'vvv',
                    ($outside["{$assembly} {$type}"][0] << 3) | 1,
                    $this->string($method),
                    $this->blob("\x20\x00\x01"),
                );
            }
        }

        return [$outside, $memberRefs];
    }

    /** The columns name and namespace of a type. */
    private function typeName(string $type): string
    {
        $dot = strrpos($type, '.');

        return pack(
            'vv',
            $this->string($dot === false ? $type : substr($type, $dot + 1)),
            $this->string($dot === false ? '' : substr($type, 0, $dot)),
        );
    }

    private function string(string $text): int
    {
        if ($text === '') {
            return 0;
        }
        if (! isset($this->places['s'.$text])) {
            $this->places['s'.$text] = strlen($this->strings);
            $this->strings .= $text."\0";
        }

        return $this->places['s'.$text];
    }

    private function blob(string $bytes): int
    {
        if (! isset($this->places['b'.$bytes])) {
            $this->places['b'.$bytes] = strlen($this->blobs);
            $this->blobs .= chr(strlen($bytes)).$bytes;
        }

        return $this->places['b'.$bytes];
    }

    /** @param  array<int, list<string>>  $tables  number => rows */
    private function metadata(array $tables): string
    {
        ksort($tables);
        $valid = array_reduce(array_keys($tables), fn (int $bits, int $table): int => $bits | (1 << $table), 0);
        $stream =
            pack('VCCCCPP', 0, 2, 0, 0, 1, $valid, 0).
            implode('', array_map(fn (array $rows): string => pack('V', count($rows)), $tables)).
            implode('', array_map(implode(...), array_values($tables)));
        $streams = [
            '#~' => self::even($stream),
            '#Strings' => self::even($this->strings),
            '#GUID' => str_repeat("\x5a", 16),
            '#Blob' => self::even($this->blobs),
        ];
        $version = str_pad('v4.0.30319', 12, "\0");
        $head = pack('VvvVV', 0x424A5342, 1, 1, 0, strlen($version)).$version.pack('vv', 0, count($streams));
        $at = strlen($head) + array_sum(array_map(fn (string $name): int => 8 + strlen(self::even($name."\0")), array_keys($streams)));
        $list = '';
        foreach ($streams as $name => $bytes) {
            $list .= pack('VV', $at, strlen($bytes)).self::even($name."\0");
            $at += strlen($bytes);
        }

        return $head.$list.implode('', $streams);
    }

    /** Padded to a multiple of four bytes. */
    private static function even(string $bytes): string
    {
        return str_pad($bytes, 4 * intdiv(strlen($bytes) + 3, 4), "\0");
    }

    private static function executable(string $metadata): string
    {
        $cli = str_pad(pack('VvvVVV', 72, 2, 5, self::LOADED + 72, strlen($metadata), 1), 72, "\0");
        $section = $cli.$metadata;
        $length = 512 * intdiv(strlen($section) + 511, 512);
        $dos = str_pad('MZ', 60, "\0").pack('V', 64);
        $coff = pack('vvVVVvv', 0x014C, 1, 0, 0, 0, 224, 0x2102);
        $directories = array_fill(0, 16, [0, 0]);
        $directories[14] = [self::LOADED, 72];
        $optional =
            pack('vCCVVVVVV', 0x010B, 11, 0, 0, $length, 0, 0, self::LOADED, self::LOADED).
            pack(
                'VVVvvvvvvVVVVvvVVVVVV',
                0x400000,
                0x2000,
                0x200,
                4,
                0,
                0,
                0,
                4,
                0,
                0,
                self::LOADED + 0x2000 * (1 + intdiv($length, 0x2000)),
                self::IN_FILE,
                0,
                3,
                0x8540,
                0x100000,
                0x1000,
                0x100000,
                0x1000,
                0,
                16,
            ).
            implode('', array_map(fn (array $one): string => pack('VV', ...$one), $directories));
        $header =
            str_pad('.text', 8, "\0").pack('VVVVVVvvV', strlen($section), self::LOADED, $length, self::IN_FILE, 0, 0, 0, 0, 0x60000020);

        return str_pad($dos."PE\0\0".$coff.$optional.$header, self::IN_FILE, "\0").str_pad($section, $length, "\0");
    }
}

<?php

declare(strict_types=1);

namespace Standins\Content;

/**
 * Writes class files that any reader of them takes: The Java Virtual Machine Specification, chapter 4. They have no code,
 * but they declare what they have and refer to what they call.
 */
final class ClassFile
{
    private const MAGIC = 0xCAFEBABE;

    private const PUBLIC_NATIVE = 0x0101;

    /** @var list<string> entries of the constant pool, the first of which has number 1 */
    private array $pool = [];

    /** @var array<string, int> */
    private array $numbers = [];

    private function __construct(private readonly string $name, private readonly int $level)
    {
    }

    /**
     * @param  string  $name  with slashes
     * @param  int  $level  major version
     * @param  list<string>  $has  methods as "mist(F)V" and fields as "DEPTH:I"
     * @param  list<string>  $calls  "oakum/sky/Layers.mist(F)V", "oakum/sky/Layers.DEPTH:I", or a class alone
     */
    public static function bytes(string $name, int $level, array $has = [], array $calls = []): string
    {
        return (new self($name, $level))->write($has, $calls);
    }

    /**
     * @param  list<string>  $has
     * @param  list<string>  $calls
     */
    private function write(array $has, array $calls): string
    {
        $this_ = $this->class($this->name);
        $super = $this->class('java/lang/Object');
        $fields = $methods = '';
        $counts = [0, 0];
        foreach ($has as $member) {
            $isMethod = str_contains($member, '(');
            [$name, $descriptor] = self::split($member);
            $entry = pack('nnnn', $isMethod ? self::PUBLIC_NATIVE : 0x0001, $this->utf8($name), $this->utf8($descriptor), 0);
            $isMethod ? $methods .= $entry : $fields .= $entry;
            $counts[$isMethod ? 1 : 0]++;
        }
        foreach ($calls as $call) {
            [$class, $member] = explode('.', $call, 2) + ['', ''];
            if ($member === '') {
                $this->class($class);

                continue;
            }
            [$name, $descriptor] = self::split($member);
            $type = $this->entry('t'.$member, pack('Cnn', 12, $this->utf8($name), $this->utf8($descriptor)));
            $this->entry('r'.$call, pack('Cnn', str_contains($member, '(') ? 10 : 9, $this->class($class), $type));
        }

        return pack('Nnn', self::MAGIC, 0, $this->level).pack('n', count($this->pool) + 1).implode('', $this->pool)
            .pack('nnnn', 0x0021, $this_, $super, 0).pack('n', $counts[0]).$fields.pack('n', $counts[1]).$methods.pack('n', 0);
    }

    /** @return array{string, string} name and descriptor */
    private static function split(string $member): array
    {
        $at = strcspn($member, '(:');

        return [substr($member, 0, $at), ltrim(substr($member, $at), ':')];
    }

    private function class(string $name): int
    {
        return $this->entry('c'.$name, pack('Cn', 7, $this->utf8($name)));
    }

    private function utf8(string $text): int
    {
        return $this->entry('u'.$text, pack('Cn', 1, strlen($text)).$text);
    }

    private function entry(string $key, string $bytes): int
    {
        if (! isset($this->numbers[$key])) {
            $this->pool[] = $bytes;
            $this->numbers[$key] = count($this->pool);
        }

        return $this->numbers[$key];
    }
}

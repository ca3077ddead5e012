<?php

declare(strict_types=1);

namespace Tests\Support;

use Symfony\Component\Finder\Finder;

/** Which room of the house uses which: rooms are folders of core/ or app/, two levels deep. */
final readonly class Rooms
{
    /** @param  array<string, array<string, list<string>>>  $uses  room => room that it uses => files that do */
    private function __construct(public array $uses)
    {
    }

    public static function of(string $folder, string $namespace): self
    {
        $root = dirname(__DIR__, 2).'/'.$folder;
        $uses = $named = [];
        foreach (Finder::create()->files()->in($root)->name('*.php')->sortByName() as $file) {
            $room = self::room($file->getRelativePathname(), '/');
            $uses[$room] ??= [];
            $code = (string) preg_replace(['#/\*.*?\*/#s', '/^namespace [^\n]*$/m'], '', $file->getContents());
            preg_match_all('/(?<!\w)'.preg_quote($namespace, '/').'\\\\([\w\\\\]+)/', $code, $found);
            foreach (array_unique($found[1]) as $class) {
                $named[$room][self::room($class, '\\')][] = $file->getRelativePathname();
            }
        }
        foreach ($named as $room => $others) {
            $uses[$room] = array_diff_key(array_intersect_key($others, $uses), [$room => true]);
        }
        ksort($uses);

        return new self($uses);
    }

    /** @return list<string> */
    public function names(): array
    {
        return array_map(strval(...), array_keys($this->uses));
    }

    private static function room(string $name, string $between): string
    {
        return implode('\\', array_slice(explode($between, $name), 0, min(2, substr_count($name, $between))));
    }
}

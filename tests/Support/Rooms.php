<?php

declare(strict_types=1);

namespace Tests\Support;

use FilesystemIterator;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;

/** Which room of the house uses which: rooms are the folders right below core/ or app/. */
final readonly class Rooms
{
    /** @param  array<string, array<string, list<string>>>  $uses  room => room that it uses => files that do */
    private function __construct(public array $uses)
    {
    }

    /** @param  list<string>  $without  rooms that are passed over */
    public static function of(string $folder, string $namespace, array $without = []): self
    {
        $root = dirname(__DIR__, 2).'/'.$folder;
        $uses = [];
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($root, FilesystemIterator::SKIP_DOTS)) as $file) {
            $relative = substr((string) $file, strlen($root) + 1);
            $room = str_contains($relative, '/') ? explode('/', $relative)[0] : '';
            $code = (string) preg_replace('#/\*.*?\*/#s', '', (string) file_get_contents((string) $file));
            preg_match_all('/(?<!\w)'.preg_quote($namespace, '/').'\\\\(\w+)\\\\/', $code, $found);
            foreach (array_unique($found[1]) as $other) {
                if ($room !== '' && $other !== $room && ! in_array($room, $without, true) && ! in_array($other, $without, true)) {
                    $uses[$room][$other][] = $relative;
                }
            }
        }
        ksort($uses);

        return new self($uses);
    }

    /** @return list<string> rooms that a room uses */
    public function usedBy(string $room): array
    {
        return array_keys($this->uses[$room] ?? []);
    }

    /** @return list<string> rooms that use a room */
    public function users(string $room): array
    {
        return array_keys(array_filter($this->uses, fn (array $used): bool => isset($used[$room])));
    }

    /** @return list<string> rooms that lead back to themselves, each with the way */
    public function circles(): array
    {
        $circles = [];
        foreach (array_keys($this->uses) as $start) {
            $ways = [[$start]];
            $seen = [];
            while ($ways !== []) {
                $way = array_shift($ways);
                foreach ($this->usedBy($way[count($way) - 1]) as $next) {
                    if ($next === $start) {
                        $circles[] = implode(' → ', [...$way, $next]);
                        break 2;
                    }
                    if (! isset($seen[$next])) {
                        $seen[$next] = true;
                        $ways[] = [...$way, $next];
                    }
                }
            }
        }

        return $circles;
    }
}

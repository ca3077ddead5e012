<?php

declare(strict_types=1);

namespace Stasimon\Core\Merge;

/** A path in which two archives differ. */
final readonly class MergeDifference
{
    private function __construct(public string $path, public Differs $how, public int $bytes)
    {
    }

    /**
     * What a later archive has otherwise than an earlier one, by the CRC-32 and the size of what is in them.
     *
     * @param  resource  $earlier
     * @param  resource  $later
     * @return list<self> by path; bytes are those of the later one, or of the earlier where that has it alone
     *
     * @throws UnmergeableArchive
     */
    public static function between($earlier, $later): array
    {
        $was = RawZip::entries($earlier, 'The earlier archive');
        $now = RawZip::entries($later, 'The later archive');
        $differences = [];
        foreach ($was + $now as $path => $any) {
            $path = (string) $path;
            $how = match (true) {
                ! isset($was[$path]) => Differs::New,
                ! isset($now[$path]) => Differs::Gone,
                [$was[$path]->crc, $was[$path]->size] !== [$now[$path]->crc, $now[$path]->size] => Differs::Other,
                default => null,
            };
            if ($how !== null) {
                $differences[] = new self($path, $how, ($now[$path] ?? $any)->size);
            }
        }
        usort($differences, fn (self $a, self $b): int => strcmp($a->path, $b->path));

        return $differences;
    }
}

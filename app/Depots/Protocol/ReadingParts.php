<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

use App\Cage\StrangersFiles;
use App\Depots\DepotFailure;
use App\Games\Games;
use App\Refusal\Refusal;
use Closure;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\DescriptorRule;
use Stasimon\Core\Place\Archive\RangedArchive;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** Finds out what archives say of themselves from parts of them, asked for where they lie. */
final readonly class ReadingParts
{
    /** Bytes from the end of a file that are asked for first: the directory of most archives. */
    private const TAIL = 8_192;

    /** Bytes of a descriptor, and of all that is fetched of one file. */
    private const DESCRIPTOR = 1_000_000;

    private const FETCHED = 12_000_000;

    /** Questions that one file is worth, one after another: its directory, entries, and those with long heads. */
    private const TURNS = 4;

    public function __construct(private StrangersFiles $reading, private Games $games)
    {
    }

    /** Of how things are described: another one wherever the same file may be described in another way. */
    public function stamp(): string
    {
        return hash('sha256', $this->rules()[0]);
    }

    /**
     * What files say of themselves, or why they cannot be used.
     *
     * @param  array<string, string>  $files  path => SHA-256
     * @return list<array<string, mixed>> rows of listed_files
     *
     * @throws DepotFailure
     */
    public function read(Guarded $asked, array $files): array
    {
        [$rules, $isWanted] = $this->rules();
        $problems = [];
        foreach ($files as $path => $sha256) {
            $problems[$path] = self::refused((string) $path);
        }
        $tails = $asked->parts(array_map(
            fn (string $path): array => ['path' => $path, 'range' => 'bytes=-'.self::TAIL, 'most' => self::TAIL],
            self::named(array_keys(array_filter($problems, is_null(...)))),
        ));
        $archives = [];
        foreach ($tails as $path => $part) {
            if ($part instanceof Part) {
                $archives[$path] = new RangedArchive(basename($path), $part->size, $part->bytes);
            } else {
                $problems[$path] = $part->getMessage();
            }
        }
        $problems = array_replace($problems, $this->learn($asked, $archives, $isWanted));
        $rows = [];
        foreach ($files as $path => $sha256) {
            $part = $tails[$path] ?? null;
            $said = null;
            try {
                $said = isset($problems[$path]) ? null : $this->said($archives[$path]->reduced($isWanted), $path, $rules);
            } catch (UnreadableDescriptor|UnsafeArchive|Refusal $failure) {
                $problems[$path] = $failure->getMessage();
            }
            $rows[] = [
                'path' => (string) $path,
                'sha256' => $sha256,
                'size' => $part instanceof Part ? $part->size : 0,
                'published' => $part instanceof Part && $part->modified !== null ? self::time($part->modified) : null,
                'package_id' => $said?->id,
                'said' => $said === null ? null : json_encode(self::written($said), JSON_THROW_ON_ERROR),
                'problem' => $problems[$path] ?? null,
                'rules' => hash('sha256', $rules),
                'gone' => false,
            ];
        }

        return $rows;
    }

    /**
     * Has archives learn all that they have to know.
     *
     * @param  array<string, RangedArchive>  $archives
     * @param  Closure(string, int): bool  $isWanted
     * @return array<string, string> path => why it cannot be read
     *
     * @throws DepotFailure
     */
    private function learn(Guarded $asked, array $archives, Closure $isWanted): array
    {
        $problems = $fetched = [];
        for ($turn = 0; $turn < self::TURNS; $turn++) {
            $wanted = $places = [];
            foreach (array_diff_key($archives, $problems) as $path => $archive) {
                try {
                    foreach ($archive->missing($isWanted) as $i => [$from, $length]) {
                        $fetched[$path] = ($fetched[$path] ?? 0) + $length;
                        if ($fetched[$path] > self::FETCHED) {
                            throw UnsafeArchive::because(basename($path), 'too much of it would have to come to see what it is.');
                        }
                        $range = "bytes={$from}-".($from + $length - 1);
                        $wanted["{$path} {$i}"] = ['path' => $path, 'range' => $range, 'most' => $length];
                        $places["{$path} {$i}"] = [$path, $from];
                    }
                } catch (UnsafeArchive $failure) {
                    $problems[$path] = $failure->getMessage();
                }
            }
            foreach ($asked->parts($wanted) as $name => $part) {
                [$path, $from] = $places[$name];
                if ($part instanceof Part) {
                    $archives[$path]->learn($from, $part->bytes);
                } else {
                    $problems[$path] = $part->getMessage();
                }
            }
        }

        return $problems;
    }

    /** @throws UnreadableDescriptor|UnsafeArchive|Refusal */
    private function said(string $archive, string $path, string $rules): Described
    {
        // Where there is one, into a folder that lies in memory: there are thousands, and each is gone at once.
        $file = (string) tempnam(is_writable('/dev/shm') ? '/dev/shm' : sys_get_temp_dir(), 'listed');
        try {
            file_put_contents($file, $archive);
            $said = $this->reading->describeBy($rules, $file, basename($path));
        } finally {
            @unlink($file);
        }

        return ChangeFeed::isId($said->id) ? $said : throw new UnreadableDescriptor("Its id {$said->id} is none that can be used.");
    }

    /** @return array<string, mixed> what a package says, and its release */
    private static function written(Described $said): array
    {
        return [
            'kind' => $said->kind->value,
            'name' => $said->name === '' ? $said->id : $said->name,
            'side' => $said->side === '' ? 'both' : $said->side,
            'scheme' => $said->scheme->value,
            'syntax' => $said->syntax->value,
            'release' => $said->said()->written(),
        ];
    }

    /** Why a file is not even looked at; null for one that is. */
    private static function refused(string $path): ?string
    {
        return match (true) {
            strlen($path) > Limits::DEPOT_PATH => 'Its name is too long.',
            preg_match('~^[A-Za-z0-9][A-Za-z0-9._+/-]*$~D', $path) !== 1 => 'Its name has more in it than letters, digits and . _ + - /.',
            str_contains($path, '..') => 'Its name leads elsewhere.',
            preg_match('~\.(?:zip|jar)$~Di', $path) !== 1 => 'It is no ZIP archive, of which alone parts are read.',
            default => null,
        };
    }

    private static function time(string $header): ?string
    {
        $time = strtotime($header);

        return $time === false ? null : gmdate(DATE_RFC3339, $time);
    }

    /**
     * @param  list<string>  $paths
     * @return array<string, string> each by itself
     */
    private static function named(array $paths): array
    {
        return array_combine($paths, $paths);
    }

    /** @return array{string, Closure(string, int): bool} how all games that are known have things described, and which files those are */
    private function rules(): array
    {
        $written = $read = [];
        foreach ($this->games->all() as $game) {
            array_push($written, ...(json_decode($this->games->document($game->id))->descriptors ?? []));
            array_push($read, ...$game->descriptors);
        }

        return [
            json_encode(['descriptors' => $written], JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION),
            fn (string $name, int $size): bool => $size <= self::DESCRIPTOR &&
                array_any($read, fn (DescriptorRule $rule): bool => $rule->isAt($name)),
        ];
    }
}

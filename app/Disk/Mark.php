<?php

declare(strict_types=1);

namespace App\Disk;

use App\Files\Entry;
use App\Store\Store;

/** What an apply writes beside the files that it has laid: which it was, and what of the folder before was whose. */
final readonly class Mark
{
    /** @var array<string, true>|null */
    private ?array $isOurs;

    /**
     * @param  string  $task  that applied
     * @param  list<string>|null  $ours  paths in the folder before that were as an earlier apply had placed them; null where it was not
     *     written down
     * @param  array<string, string>  $displaced  path as text => why it had to make room
     */
    public function __construct(public string $task, private ?array $ours = null, private array $displaced = [])
    {
        $this->isOurs = $ours === null ? null : array_fill_keys($ours, true);
    }

    /** The one in a file; null where there is none that can be read. */
    public static function in(string $file): ?self
    {
        $kept = is_file($file) ? json_decode((string) file_get_contents($file), true) : null;
        if (! is_array($kept) || ! is_string($kept['task'] ?? null)) {
            return null;
        }
        $ours = is_array($kept['ours'] ?? null) ? array_values(array_filter($kept['ours'], is_string(...))) : null;

        return new self($kept['task'], $ours, array_filter((array) ($kept['displaced'] ?? []), is_string(...)));
    }

    public function written(): string
    {
        return json_encode(
            ['task' => $this->task, 'ours' => $this->ours, 'displaced' => (object) $this->displaced],
            JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
        );
    }

    /** Whether something in the folder before was laid by an apply, and nobody had written into it. */
    public function isOurs(Entry $left): bool
    {
        return $this->isOurs === null ? $left->time === Store::MOMENT && $left->links > 1 : isset($this->isOurs[$left->path]);
    }

    public function whyNot(string $path): string
    {
        return $this->displaced[mb_scrub($path)] ?? 'It was in the way of what was laid.';
    }
}

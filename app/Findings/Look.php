<?php

declare(strict_types=1);

namespace App\Findings;

/** What a look over an instance found: of its folder, of its line-up, and of newer releases. */
final readonly class Look
{
    /**
     * @param  string  $stamp  stands for all that the settled findings and updates were worked out from
     * @param  list<Finding>  $files  about files that were changed by hand or are gone
     * @param  list<Finding>  $settled  about everything else
     * @param  array<string, AvailableUpdate>  $updates  by package id
     * @param  bool  $isOpen  whether there was no time to find out which of them fit
     */
    public function __construct(
        public string $stamp,
        public array $files,
        public array $settled,
        public array $updates,
        public bool $isOpen = false,
    ) {
    }

    public static function nothing(): self
    {
        return new self('', [], [], []);
    }

    /** @return list<Finding> most serious first */
    public function findings(): array
    {
        return Finding::ordered([...$this->files, ...$this->settled]);
    }

    /** @return string  as it is kept: JSON, as {@see known()} reads it */
    public function kept(): string
    {
        $kept = [
            'version' => Findings::VERSION,
            'stamp' => $this->stamp,
            'files' => array_map(fn (Finding $finding): array => $finding->kept(), $this->files),
            'settled' => array_map(fn (Finding $finding): array => $finding->kept(), $this->settled),
            'isOpen' => $this->isOpen,
            'updates' => array_map(
                fn (AvailableUpdate $update): array => ['now' => $update->now, 'newest' => $update->newest, 'fits' => $update->fits],
                $this->updates,
            ),
        ];

        return json_encode($kept, JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR);
    }

    /**
     * What was kept; null where there is nothing, or it was kept under other rules.
     */
    public static function known(?string $json): ?self
    {
        $kept = $json === null ? [] : json_decode($json, true, flags: JSON_THROW_ON_ERROR);
        if (($kept['version'] ?? 0) !== Findings::VERSION) {
            return null;
        }
        $updates = [];
        foreach ($kept['updates'] as $id => $one) {
            $updates[(string) $id] = new AvailableUpdate((string) $id, $one['now'], $one['newest'], $one['fits']);
        }

        return new self(
            $kept['stamp'],
            array_map(Finding::ofKept(...), array_values($kept['files'])),
            array_map(Finding::ofKept(...), array_values($kept['settled'])),
            $updates,
            $kept['isOpen'] ?? false,
        );
    }
}

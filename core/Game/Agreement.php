<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Catalogue\Kind;

/**
 * What a person agrees to before anything of a stranger's definition is run: all of it that reaches a process, a file that is
 * written, or a path that is read. Two that differ in any of it have different digests.
 */
final readonly class Agreement
{
    /**
     * @param  list<array{version: string, path: string, sha256: string}>  $programs  that the runtime's versions are on this machine
     */
    public function __construct(private GameDefinition $game, public array $programs)
    {
    }

    /** SHA-256 of its document, in hexadecimal. */
    public function digest(): string
    {
        return hash(
            'sha256',
            (string) json_encode($this->document(), JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
        );
    }

    /** @return array<string, mixed> in one order, whatever order the definition has */
    public function document(): array
    {
        $game = $this->game;

        return [
            ...$game->launch->document(),
            'runtime' => ['find' => $game->runtimeFound, 'programs' => $this->programs],
            'values' => $this->values(),
            'paths' => $this->paths(),
        ];
    }

    /** @return array<string, list<string>> placeholder => what of the definition may take its place */
    public function values(): array
    {
        $game = $this->game;

        return [
            'game' => array_map(fn (GameVersion $version): string => "{$game->id}:{$version->version}", $game->versions),
            'runtime' => array_map(fn (string $version): string => "{$game->runtimeId}:{$version}", $game->runtimes),
            'loader' => array_map(fn (LoaderWord $loader): string => "{$loader->id}:…", $game->loaders),
            'memory' => array_map(fn (MemoryChoice $choice): string => (string) $choice->megabytes, $game->memory),
        ];
    }

    /** @return array<string, list<string>> what it is for => paths below the instance's folder that are written or read */
    public function paths(): array
    {
        $game = $this->game;
        $paths = [
            'files of each kind' => array_map(
                fn (string $kind, KindPlace $place): string => "{$kind}: {$place->folder}".$place->words().($place->active?->words() ?? ''),
                array_keys($game->places),
                array_values($game->places),
            ),
            'what is the instance\'s own' => $game->own,
            'worlds' => array_values(
                array_filter(array_diff_key($game->worlds ?? [], ['mods' => '']), fn (string $path): bool => $path !== ''),
            ),
            'what it reports' => array_values(array_filter([$game->log->report, $game->log->file, $game->log->missing->path ?? ''])),
            'merged archives' => array_map(
                fn (MergeForm $form): string => $form->archive.
                    ' of '.
                    implode(', ', $form->versions).
                    ': '.
                    implode(', ', array_map(fn (Kind $kind): string => $kind->value, $form->kinds)),
                $game->merges(),
            ),
        ];

        return array_filter($paths);
    }
}

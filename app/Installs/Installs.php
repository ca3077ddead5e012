<?php

declare(strict_types=1);

namespace App\Installs;

use App\Models\Instance;
use App\Refusal\Refusal;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use stdClass;

/** Finds the game's own files. */
final class Installs
{
    /** @var array<int, array<string, GameFile>> by install, as they were asked for last */
    private array $files = [];

    /** @return Collection<int, Install> of a game, the newest first */
    public function of(string $game): Collection
    {
        return Install::query()->where('game', $game)->orderByDesc('id')->get()->toBase();
    }

    /** @throws Refusal where there is none */
    public function find(string $game, int $id): Install
    {
        return Install::query()->where('game', $game)->find($id) ??
            throw Refusal::notFound('What was read of that game is not here any more.');
    }

    /** @throws Refusal while an instance is laid over it, or it is being read */
    public function forget(Install $install): void
    {
        $over = Instance::query()->where('install_id', $install->id)->limit(4)->pluck('name')->all();
        if ($over !== []) {
            throw Refusal::conflict(
                implode(', ', array_slice($over, 0, 3)).
                    (count($over) > 3 ? ' and more are' : (count($over) > 1 ? ' are' : ' is')).
                    ' laid over it. Remove '.
                    (count($over) > 1 ? 'them' : 'it').
                    ' first; nothing was changed.',
            );
        }
        if ($install->state === InstallState::Reading) {
            throw Refusal::conflict('It is being read. Wait until that is done.');
        }
        $install->delete();
    }

    /** The one that an instance of a version is laid over; null where none is kept. */
    public function current(string $game, string $version): ?Install
    {
        return Install::query()
            ->where('game', $game)
            ->where('version', $version)
            ->where('state', InstallState::Kept)
            ->orderByDesc('id')
            ->first();
    }

    /** @return array<string, GameFile> by path */
    public function files(?int $install): array
    {
        if ($install === null) {
            return [];
        }
        if (! isset($this->files[$install])) {
            $files = [];
            foreach (DB::table('install_files')->where('install_id', $install)->orderBy('path')->cursor() as $row) {
                $files[(string) $row->path] = self::row($row);
            }
            // One at a time: each may be of very many files.
            $this->files = [$install => $files];
        }

        return $this->files[$install];
    }

    /** One of an install's files; null where it has none of that path. */
    public function file(?int $install, string $path): ?GameFile
    {
        if ($install === null || isset($this->files[$install])) {
            return $this->files($install)[$path] ?? null;
        }
        $row = DB::table('install_files')->where('install_id', $install)->where('path', $path)->first();

        return $row === null ? null : self::row($row);
    }

    private static function row(stdClass $row): GameFile
    {
        $digest = $row->sha256 === null ? null : trim((string) $row->sha256);

        return new GameFile((string) $row->path, $digest, (int) $row->size, (bool) $row->executable, $row->link, (bool) $row->written);
    }

    /**
     * Remembers files that the game writes into, so that each instance has a copy of them from then on.
     *
     * @param  list<string>  $paths
     */
    public function learn(int $install, array $paths): void
    {
        DB::table('install_files')
            ->where('install_id', $install)
            ->whereIn('path', $paths)
            ->update(['written' => true]);
        $this->files = [];
    }

    /** Takes out what nobody uses any more: what was read anew since, and no instance is laid over. */
    public function prune(string $game): void
    {
        Install::query()
            ->where('game', $game)
            ->where('state', InstallState::Kept)
            ->whereNotIn('id', DB::table('instances')->whereNotNull('install_id')->select('install_id'))
            ->whereIn('id', function ($older): void {
                $older
                    ->select('old.id')
                    ->from('installs as old')
                    ->join('installs as newer', fn ($join) => $join->on('newer.game', 'old.game')->on('newer.version', 'old.version'))
                    ->where('newer.state', InstallState::Kept->value)
                    ->whereColumn('newer.id', '>', 'old.id');
            })
            ->delete();
    }
}

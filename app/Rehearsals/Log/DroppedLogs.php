<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use App\Depots\Catalogue\DepotCatalogue;
use App\Games\Games;
use App\Models\Instance;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\Telling;
use Stasimon\Core\Log\LogText;
use Stasimon\Core\Log\UnreadableLog;

/** Logs and crash reports that a person hands over: kept as text, and read against an instance or none. */
final readonly class DroppedLogs
{
    /** Bytes of text. */
    public const LONGEST = 50_000_000;

    /** Lines of text that are kept: the first quarter of them and the last three. */
    private const LINES = 1_000_000;

    /** How many are kept. */
    private const KEPT = 30;

    public function __construct(private Games $games, private Reading $reading, private Lessons $lessons)
    {
    }

    /** @param  UploadedFile|string  $log  a file, or a text that was pasted */
    public function take(UploadedFile|string $log, ?Instance $instance, string $game): DroppedLog
    {
        $name = is_string($log) ? 'Pasted text' : mb_substr(mb_scrub(basename(strtr($log->getClientOriginalName(), '\\', '/'))), 0, 200);
        $dropped = DroppedLog::query()->create([
            'name' => $name === '' ? 'log' : $name,
            'instance_id' => $instance?->id,
            'game' => $this->games->get($instance->plan->base->game ?? $game)->id,
        ]);
        File::ensureDirectoryExists(dirname($dropped->path()));
        is_string($log)
            ? file_put_contents($dropped->path('raw'), $log)
            : $log->move(dirname($dropped->path()), basename($dropped->path('raw')));
        foreach (DroppedLog::query()->orderByDesc('id')->offset(self::KEPT)->limit(100)->get() as $old) {
            $this->forget($old);
        }

        return $dropped->refresh();
    }

    public function read(DroppedLog $dropped): void
    {
        try {
            (new LogText(self::LONGEST, self::LINES))->pour($dropped->path('raw'), $dropped->path());
        } catch (UnreadableLog $failure) {
            @unlink($dropped->path());
            $dropped->update(['state' => LogState::Unreadable, 'problem' => $failure->getMessage()]);

            return;
        } finally {
            @unlink($dropped->path('raw'));
        }
        $log = $this->log($dropped);
        $dropped->update([
            'state' => LogState::Ready,
            'reading' => $this->reading->of($log->indexed(over: true), $this->games->get($dropped->game), $dropped->instance),
        ]);
    }

    public function log(DroppedLog $dropped): LogFile
    {
        return new LogFile($dropped->path(), $this->games->get($dropped->game)->log);
    }

    /** @return list<Read> */
    public function findings(DroppedLog $dropped): array
    {
        $diagnoses = $this->diagnoses($dropped);
        if ($dropped->instance !== null) {
            return $this->reading->counselled($diagnoses, $dropped->instance);
        }
        $game = $this->games->get($dropped->game);
        $telling = new Telling($game, new DepotCatalogue($game), null, []);

        return array_map(fn (Diagnosis $diagnosis): Read => new Read($diagnosis, $telling->sentence($diagnosis), []), $diagnoses);
    }

    /** @return list<Diagnosis> with what was said of such failures before */
    public function diagnoses(DroppedLog $dropped): array
    {
        return $this->lessons->recalled($dropped->game, Said::of($dropped->reading)->diagnoses);
    }

    public function forget(DroppedLog $dropped): void
    {
        foreach (['raw', 'log', 'log.index', 'log.levels'] as $ending) {
            @unlink($dropped->path($ending));
        }
        $dropped->delete();
    }

    public static function find(string $id): ?DroppedLog
    {
        return DroppedLog::query()->with('instance')->find(strtolower($id));
    }

    /** @return Collection<int, DroppedLog> the newest first */
    public static function latest(): Collection
    {
        return DroppedLog::query()->with('instance')->orderByDesc('id')->limit(30)->get();
    }
}

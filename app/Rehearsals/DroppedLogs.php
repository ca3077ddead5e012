<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Depots\DepotCatalogue;
use App\Games;
use App\Jobs\ReadDroppedLog;
use App\Models\DroppedLog;
use App\Models\Instance;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Rehearse\Diagnosis;
use Stasimon\Core\Rehearse\LogText;
use Stasimon\Core\Rehearse\Telling;
use Stasimon\Core\Rehearse\UnreadableLog;

/** Logs and crash reports that a person hands over: kept as text, and read against an instance or none. */
final readonly class DroppedLogs
{
    /** Bytes of text. */
    public const LONGEST = 50_000_000;

    /** How many are kept. */
    private const KEPT = 30;

    public function __construct(private Games $games, private Reading $reading)
    {
    }

    /** @param  UploadedFile|string  $log  a file, or a text that was pasted */
    public function take(UploadedFile|string $log, ?Instance $instance, string $game): DroppedLog
    {
        $name = is_string($log) ? 'Pasted text' : mb_substr(mb_scrub(basename(strtr($log->getClientOriginalName(), '\\', '/'))), 0, 200);
        $dropped = DroppedLog::query()->create(['name' => $name === '' ? 'log' : $name, 'instance_id' => $instance?->id, 'game' => $this->games->get($instance->plan->game ?? $game)->id]);
        File::ensureDirectoryExists(dirname($dropped->path()));
        is_string($log) ? file_put_contents($dropped->path('raw'), $log) : $log->move(dirname($dropped->path()), basename($dropped->path('raw')));
        ReadDroppedLog::dispatch($dropped->id);
        foreach (DroppedLog::query()->orderByDesc('id')->offset(self::KEPT)->limit(100)->get() as $old) {
            $this->forget($old);
        }

        return $dropped->refresh();
    }

    public function read(DroppedLog $dropped): void
    {
        try {
            (new LogText(self::LONGEST))->pour($dropped->path('raw'), $dropped->path());
        } catch (UnreadableLog $failure) {
            @unlink($dropped->path());
            $dropped->update(['state' => 'unreadable', 'problem' => $failure->getMessage()]);

            return;
        } finally {
            @unlink($dropped->path('raw'));
        }
        $log = $this->log($dropped);
        $log->index(over: true);
        $dropped->update(['state' => 'ready', 'reading' => $this->reading->of($log->each(), $this->games->get($dropped->game), $dropped->instance)]);
    }

    public function log(DroppedLog $dropped): LogFile
    {
        return new LogFile($dropped->path(), $this->games->get($dropped->game)->log);
    }

    /** @return list<Read> */
    public function findings(DroppedLog $dropped): array
    {
        $diagnoses = Said::of($dropped->reading ?? [])->diagnoses;
        if ($dropped->instance !== null) {
            return $this->reading->counselled($diagnoses, $dropped->instance);
        }
        $game = $this->games->get($dropped->game);
        $telling = new Telling($game, new DepotCatalogue($game), null, []);

        return array_map(fn (Diagnosis $diagnosis): Read => new Read($diagnosis, $telling->sentence($diagnosis), []), $diagnoses);
    }

    public function forget(DroppedLog $dropped): void
    {
        foreach (['raw', 'log', 'log.index'] as $ending) {
            @unlink($dropped->path($ending));
        }
        $dropped->delete();
    }
}

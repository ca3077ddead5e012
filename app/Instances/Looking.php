<?php

declare(strict_types=1);

namespace App\Instances;

use App\Games;
use App\Models\Depot;
use App\Models\Instance;
use Illuminate\Support\Facades\DB;

/**
 * Looks an instance over and remembers what it found, so that a page need not work it out again. The folder is asked each
 * time; everything else only when something that it rests on has changed.
 */
final readonly class Looking
{
    public function __construct(private Findings $findings, private Updates $updates, private Games $games)
    {
    }

    /** @param  Instance  $instance  with placed, draft and lastRehearsal */
    public function over(Instance $instance): Look
    {
        $known = $instance->look === null ? null : Look::ofKept($instance->look);
        $stamp = $this->stamp($instance);
        $files = $this->findings->ofFiles($instance);
        if ($known !== null && $known->stamp === $stamp) {
            $look = new Look($stamp, $files, $known->settled, $known->updates);
            $same = Finding::without($files, $known->files) === [] && count($files) === count($known->files);

            return $same ? $look : $this->remember($instance, $look);
        }

        return $this->remember($instance, new Look($stamp, $files, $this->findings->settled($instance), $instance->applied_at === null ? [] : $this->updates->of($instance)));
    }

    /** What the last look found; looks if there was none yet. */
    public function last(Instance $instance): Look
    {
        return $instance->look === null ? $this->over($instance->loadMissing(['placed', 'draft', 'lastRehearsal'])) : Look::ofKept($instance->look);
    }

    private function remember(Instance $instance, Look $look): Look
    {
        $kept = $look->kept();
        DB::table('instances')->where('id', $instance->id)->update(['look' => json_encode($kept, JSON_THROW_ON_ERROR), 'looked_at' => now()]);
        $instance->setAttribute('look', $kept)->syncOriginal();

        return $look;
    }

    private function stamp(Instance $instance): string
    {
        $rehearsal = $instance->lastRehearsal;
        $worlds = json_encode((new Worlds($this->games->get($instance->plan->game)))->of($instance), JSON_INVALID_UTF8_SUBSTITUTE);

        return hash('xxh128', Depot::stamp().DB::table('notices')->whereNull('depot_id')->max('id').$worlds.$instance->plan->toJson().$instance->applied_at?->format('U.u').$rehearsal?->number.$rehearsal?->state.Findings::VERSION);
    }
}

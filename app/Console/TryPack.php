<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\Instance;
use App\Models\PackRelease;
use App\Models\TrialState;
use App\Packs\Packs;
use App\Packs\PackTrials;
use App\Refusal\Refusal;
use Illuminate\Console\Command;
use Illuminate\Database\QueryException;
use Illuminate\Support\Sleep;

/** Tries the file of a pack in the Stasimon that runs here: it is made, launched and thrown away. For an author's own checks. */
final class TryPack extends Command
{
    protected $signature = 'stasimon:try-pack {file}';

    protected $description = 'Make an instance of a pack, launch it, and throw it away';

    /** 0 where it came up clean, 1 where it did not, 2 where it could not be tried. */
    public function handle(Packs $packs, PackTrials $trials): int
    {
        $file = (string) $this->argument('file');
        $release = null;
        try {
            $release = $packs->receive($file, basename($file));
            $this->getOutput()->getErrorStyle()->writeln("Trying {$release->name} {$release->version} …");
            $trials->start($release);
            while ($release->refresh()->trial_state === TrialState::Running) {
                Sleep::for(300)->milliseconds();
            }
            $stays = $release->trial_id === null ? null : Instance::query()->find($release->trial_id);
        } catch (Refusal $refusal) {
            $this->getOutput()->getErrorStyle()->writeln($refusal->getMessage());

            return 2;
        } catch (QueryException) {
            $this->getOutput()->getErrorStyle()->writeln('Stasimon does not run here; bin/start starts it. Nothing was tried.');

            return 2;
        } finally {
            // It came to be tried and for nothing else: what is mended meanwhile may have the same version.
            $release?->wasRecentlyCreated === true && PackRelease::query()->whereKey($release->id)->delete();
        }
        $this->line("{$release->name} {$release->version}: {$release->trial_said}");
        $stays === null || $this->line("{$stays->name} is kept, to be looked at.");

        return match ($release->trial_state) {
            TrialState::Clean => 0,
            TrialState::Failed => 1,
            default => 2,
        };
    }
}

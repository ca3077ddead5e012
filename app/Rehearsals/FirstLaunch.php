<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Depots\Catalogue\DepotCatalogue;
use App\Disk\RemoveInstance;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Games\Taught\Agreements;
use App\Games\Taught\TaughtGames;
use App\Installs\Install;
use App\Installs\InstallState;
use App\Installs\KeepInstall;
use App\Models\Instance;
use App\Models\Instances;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Shelf\ReadShelfFile;
use App\Shelf\Shelf;
use App\Shelf\ShelfFile;
use App\Shelf\ShelfState;
use App\Shelf\Uploads;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Collection;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Plan\Plan;

/** The first launch by a definition that is being written: in an instance that is there for that alone, with the files at hand. */
final readonly class FirstLaunch implements Undertaking
{
    public function __construct(
        private TaughtGames $taught,
        private Agreements $agreements,
        private Drafting $drafting,
        private KeepInstall $installs,
        private Uploads $uploads,
        private Shelf $shelf,
        private ReadShelfFile $reading,
        private RemoveInstance $removing,
        private UntilItLaunches $building,
        private Tasks $tasks,
    ) {
    }

    /**
     * Keeps the definition, and begins with an instance in the place of the one that was tried before.
     *
     * @param  string  $agreed  the digest of the commands that a person has seen
     * @param  string  $folder  where the game is, if that is known: a folder that may be read
     * @param  list<UploadedFile>  $mods
     *
     * @throws Refusal for a definition that cannot be used, other commands than were seen, or an instance that is busy
     */
    public function start(string $definition, string $agreed, string $folder, array $mods): Instance
    {
        $game = $this->taught->teach($definition, fn (GameDefinition $game) => $this->makeRoom($game, $agreed));
        $this->agreements->give($game, $agreed);
        $plan = (new Bases($game, new DepotCatalogue($game)))->plan(null, null, null, null, null);
        if ($plan->base->loaderVersion === '') {
            throw Refusal::conflict(
                "{$game->name} is known now, and nothing was launched: nothing here is {$game->loaders[0]->id}, its loader. Put it on ".
                    'your shelf, and try again.',
            );
        }
        $instance = Instances::begin("Trial of {$game->name}", $plan);
        $instance->update(['trial' => true]);
        $this->drafting->step($instance, fn (Plan $plan): Plan => $plan);
        $this->building->prepare($instance);
        $this->tasks->beginFor($instance, TaskKind::FirstLaunch, fn (): array => [
            'install' => $folder === '' ? 0 : $this->installs->reading($game->id, $folder, $plan->base->gameVersion)->id,
            'files' => array_map(fn (UploadedFile $file): string => $this->uploads->held($file, $game->id, null)->id, $mods),
        ]);

        return $instance;
    }

    /** The instance that a game was tried in before goes, once it is known that this launch was agreed to. */
    private function makeRoom(GameDefinition $game, string $agreed): void
    {
        $this->agreements->check($game, $agreed);
        $before = Instances::trialOf($game->id);
        $before === null || $this->removing->start($before);
    }

    public function run(Task $task): void
    {
        $instance = $task->instance;
        if ($instance === null) {
            return;
        }
        $this->installs->run($task);
        $short = [];
        $install = Install::query()->find((int) $task->about('install'));
        if ($install?->state === InstallState::Failed) {
            $short[] = "The files of the game could not be kept: {$install->problem}";
        }
        foreach ($this->files($task) as $file) {
            $file->state === ShelfState::Waiting && $this->shelf->read($file);
            if ($file->state === ShelfState::Ready && $file->package_id !== null) {
                $this->drafting->step($instance->refresh(), fn (Plan $plan): Plan => $plan->wanting((string) $file->package_id));
            } else {
                $short[] = $file->problem === null ? "{$file->name} does not say what it is. Say it on your shelf." : $file->problem;
            }
        }
        $short === [] || $this->building->leave($instance->refresh(), implode(' ', $short));
    }

    public function abandon(Task $task, string $why): void
    {
        $this->installs->abandon($task, $why);
        foreach ($this->files($task) as $file) {
            $file->state === ShelfState::Waiting && $this->reading->start($file);
        }
        $task->instance === null || $this->building->leave($task->instance, $why);
    }

    /** @return Collection<int, ShelfFile> */
    private function files(Task $task): Collection
    {
        return ShelfFile::query()->whereIn('id', (array) ($task->subject['files'] ?? []))->orderBy('id')->get();
    }
}

<?php

declare(strict_types=1);

namespace App\Providers;

use App\Access\Access;
use App\Cage\Cage;
use App\Cleaning\CleanUp;
use App\Configs\ConfigSettings;
use App\Depots\Depot;
use App\Depots\Sync\ReadDepot;
use App\Depots\Sync\TendDepot;
use App\Disk\ApplyDraft;
use App\Disk\Inventory;
use App\Disk\KeptWorlds;
use App\Disk\RemoveInstance;
use App\Disk\Repairing;
use App\Disk\RestorePoints;
use App\Drafts\LineUps;
use App\Drafts\Steps\Fits;
use App\Drafts\Steps\Newer;
use App\Drafts\Steps\Points;
use App\Drafts\Steps\Settings;
use App\Drafts\Trials;
use App\Find\Finder;
use App\Find\WorkOut;
use App\Findings\Asides;
use App\Findings\Findings;
use App\Findings\Looking;
use App\Findings\LookOver;
use App\Games\Games;
use App\Imports\ReadFolder;
use App\Installs\Installs;
use App\Installs\KeepInstall;
use App\Models\TaskKind;
use App\Moving\CopyOwn;
use App\Moving\Grid;
use App\Notices\NoticeLists;
use App\Packs\FetchPack;
use App\Packs\PackTrials;
use App\Packs\PushPack;
use App\Packs\Sets\Subscriptions;
use App\Pictures\FetchPictures;
use App\Pictures\Pictures;
use App\Rehearsals\Culprits\SearchCulprits;
use App\Rehearsals\FirstLaunch;
use App\Rehearsals\Log\ReadDroppedLog;
use App\Rehearsals\Play\Play;
use App\Rehearsals\Rehearse;
use App\Rehearsals\UntilItLaunches;
use App\Sharing\Whole\Wholes;
use App\Shelf\ReadShelfFile;
use App\Telling\TellingEnds;
use App\Telling\TellingPacks;
use App\View\Base\BaseSentence;
use App\Work\Allowance;
use App\Work\Ended;
use App\Work\Liveness;
use App\Work\Undertaking;
use App\Work\Undertakings;
use App\Worlds\Backups;
use App\Worlds\MakeBackup;
use App\Worlds\WorldWork;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\Blade;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Facades\Vite;
use Illuminate\Support\ServiceProvider;

final class AppServiceProvider extends ServiceProvider
{
    /** Who does which kind of long work. */
    private const UNDERTAKINGS = [
        [TaskKind::Sync, ReadDepot::class],
        [TaskKind::Shelf, ReadShelfFile::class],
        [TaskKind::Pack, FetchPack::class],
        [TaskKind::Import, ReadFolder::class],
        [TaskKind::Tend, TendDepot::class],
        [TaskKind::Apply, ApplyDraft::class],
        [TaskKind::Repair, Repairing::class],
        [TaskKind::Removal, RemoveInstance::class],
        [TaskKind::Rehearsal, Rehearse::class],
        [TaskKind::Play, Play::class],
        [TaskKind::CleanUp, CleanUp::class],
        [TaskKind::World, WorldWork::class],
        [TaskKind::Backup, MakeBackup::class],
        [TaskKind::CopyOwn, CopyOwn::class],
        [TaskKind::CulpritSearch, SearchCulprits::class],
        [TaskKind::Grid, Grid::class],
        [TaskKind::Log, ReadDroppedLog::class],
        [TaskKind::WorkOut, WorkOut::class],
        [TaskKind::LookOver, LookOver::class],
        [TaskKind::Trial, Trials::class],
        [TaskKind::Whole, Wholes::class],
        [TaskKind::Install, KeepInstall::class],
        [TaskKind::FirstLaunch, FirstLaunch::class],
        [TaskKind::Pictures, FetchPictures::class],
        [TaskKind::Notices, NoticeLists::class],
        [TaskKind::Set, Subscriptions::class],
        [TaskKind::PackTrial, PackTrials::class],
        [TaskKind::PackPush, PushPack::class],
    ];

    public function register(): void
    {
        $this->app->bind(Fits::class, Finder::class);
        $this->app->bind(Newer::class, Looking::class);
        $this->app->bind(Points::class, RestorePoints::class);
        $this->app->bind(Settings::class, ConfigSettings::class);
        $this->app->when(Findings::class)->needs('$eachTime')->giveConfig('findings.each_time');
        $this->app->when(Findings::class)->needs('$settled')->giveConfig('findings.settled');
        // Each remembers what a page asks for more than once.
        $this->app->scoped(Access::class);
        $this->app->scoped(Installs::class);
        $this->app->scoped(LineUps::class);
        $this->app->scoped(BaseSentence::class);
        $this->app->scoped(Allowance::class);
        $this->app->scoped(Inventory::class);
        $this->app->scoped(Trials::class);
        $this->app->scoped(Pictures::class);
        $this->app->scoped(Asides::class);
        $this->app->singleton(Liveness::class);
        $this->app->bind(KeptWorlds::class, Backups::class);
        $this->app->singleton(Undertakings::class, function (): Undertakings {
            $undertakings = new Undertakings;
            foreach (self::UNDERTAKINGS as [$kind, $class]) {
                $undertakings->know($kind, fn (): Undertaking => $this->app->make($class));
            }

            return $undertakings;
        });
        // A worker's lives as long as the worker; a page's as long as the page.
        $this->app->singleton(Cage::class, fn (): Cage => new Cage($this->app->runningInConsole() ? Cage::TASK : Cage::PAGE));
        // What a person teaches is there for the next page and the next job.
        $this->app->scoped(Games::class, fn (): Games => new Games((string) config('stasimon.games')));
    }

    public function boot(): void
    {
        // The shelf is no depot that could be read, paused or removed.
        Route::bind('depot', fn (string $id): Depot => Depot::query()->where('shelf', false)->findOrFail($id));
        // By this name a session of the database is known to be a worker's; the configuration, which is cached, is the same for all.
        config(['database.connections.pgsql.application_name' => getenv('STASIMON_ROLE') ?: 'stasimon web']);
        // What is built until it launches goes on as soon as one step has ended; then a person is told what there is to tell.
        Event::listen(function (Ended $ended): void {
            app(UntilItLaunches::class)->goOn((string) $ended->task->instance_id);
            app(TellingEnds::class)->heed($ended->task);
            $ended->task->kind === TaskKind::Sync && app(TellingPacks::class)->look();
            $ended->task->kind === TaskKind::Set && app(TellingPacks::class)->ofSet((int) $ended->task->about('subscription'));
            $ended->task->kind === TaskKind::Apply && app(Pictures::class)->look();
        });
        // What indents a view is a third of what a long table would send. One blank of it stays: PHP takes the end of a line after itself.
        Blade::prepareStringsForCompilationUsing(fn (string $view): string => (string) preg_replace('/^[ \t]+/m', ' ', $view));
        Model::unguard();
        Model::preventLazyLoading(! $this->app->isProduction());
        Vite::useScriptTagAttributes(['defer' => true]);
    }
}

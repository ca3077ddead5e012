<?php

declare(strict_types=1);

use App\Drafts\Steps\Steps;
use App\Http\Access\AccessController;
use App\Http\Configs\ConfigController;
use App\Http\Depots\DepotController;
use App\Http\Door\DoorController;
use App\Http\Drafts\ApplyController;
use App\Http\Drafts\DraftController;
use App\Http\Drafts\NumberController;
use App\Http\Drafts\OrderController;
use App\Http\Find\AnythingController;
use App\Http\Find\FindController;
use App\Http\Find\PackageController;
use App\Http\Find\PictureController;
use App\Http\Find\SuggestionController;
use App\Http\Findings\FindingController;
use App\Http\Findings\TriageController;
use App\Http\Games\GameController;
use App\Http\Games\InstallController;
use App\Http\Games\LessonController;
use App\Http\Games\WorkbenchController;
use App\Http\Guide\GuideController;
use App\Http\Imports\ImportController;
use App\Http\Instances\BaseController;
use App\Http\Instances\CareController;
use App\Http\Instances\FilesController;
use App\Http\Instances\InstanceController;
use App\Http\Instances\NewInstanceController;
use App\Http\Instances\RegisterController;
use App\Http\Instances\StrayController;
use App\Http\Instances\UpdatesController;
use App\Http\Middleware\NotSetAside;
use App\Http\Middleware\RecognisesHandOffs;
use App\Http\Middleware\SaysOnTheForm;
use App\Http\Moving\WishListController;
use App\Http\Notices\NoticeController;
use App\Http\Packs\PackController;
use App\Http\Places\PlaceController;
use App\Http\Rehearsals\BuildController;
use App\Http\Rehearsals\CulpritController;
use App\Http\Rehearsals\DroppedLogController;
use App\Http\Rehearsals\PlayController;
use App\Http\Rehearsals\RehearsalController;
use App\Http\Sharing\HandOffController;
use App\Http\Sharing\SetController;
use App\Http\Sharing\WholeController;
use App\Http\Shelf\IncomingController;
use App\Http\Shelf\ShelfController;
use App\Http\Stages\StageController;
use App\Http\Work\TaskController;
use App\Http\Work\ToldController;
use App\Http\Worlds\WorldController;
use App\View\Places\Places;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Str;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Share\Inventory\Forms;

Route::pattern('depot', '[0-9]{1,18}');
Route::pattern('backup', '[0-9]{1,18}');
Route::pattern('number', '[0-9]{1,9}');
Route::pattern('search', '[0-9]{1,18}');
Route::pattern('package', '[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}');
Route::pattern('other', '[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}');
Route::pattern('log', '[0-9A-Za-z]{26}');
Route::pattern('task', '[0-9A-Za-z]{26}');
Route::pattern('watch', '[0-9]{1,18}');
Route::pattern('list', '[0-9A-Za-z]{26}');
Route::pattern('given', '[0-9A-Za-z]{26}');
Route::pattern('starter', '[0-9A-Za-z]{26}');
Route::pattern('stage', '[0-9A-Za-z]{26}');
Route::pattern('pack', '[0-9A-Za-z]{26}');
Route::pattern('found', '[0-9]{1,18}');
Route::pattern('notices', '[0-9]{1,18}');
Route::pattern('lesson', '[0-9]{1,18}');
Route::pattern('set', '[0-9]{1,18}');

Route::get('/', RegisterController::class)->name('register');
foreach (Places::house() as $place) {
    $place->page === null || Route::get($place->path, PlaceController::class)->name($place->route)->defaults('place', $place->id);
}
Route::post('/findings', [TriageController::class, 'draft'])->name('findings.draft');
Route::post('/findings/aside', [TriageController::class, 'aside'])->name('findings.aside-many');
Route::post('/findings/heed', [TriageController::class, 'heed'])->name('findings.heed-many');
Route::get('/notices.json', [NoticeController::class, 'document'])->name('notices.document');
Route::delete('/notices/{notice}', [NoticeController::class, 'destroy'])
    ->whereNumber('notice')
    ->name('notices.destroy');
Route::post('/notices/lists', [NoticeController::class, 'subscribe'])->name('notices.subscribe');
Route::post('/notices/lists/{notices}/read', [NoticeController::class, 'read'])->name('notices.read');
Route::post('/notices/lists/{notices}/bind', [NoticeController::class, 'bind'])->name('notices.bind');
Route::delete('/notices/lists/{notices}', [NoticeController::class, 'leave'])->name('notices.leave');
Route::post('/updates', [UpdatesController::class, 'draft'])->name('updates.draft');
Route::post('/updates/apply', [UpdatesController::class, 'apply'])->name('updates.apply');
Route::get('/new', [NewInstanceController::class, 'show'])->name('new');
Route::post('/instances', [NewInstanceController::class, 'store'])->name('instances.store');
Route::get('/depots', [DepotController::class, 'index'])->name('depots');
Route::post('/depots/schedule', [DepotController::class, 'schedule'])->name('depots.schedule');
Route::post('/depots', [DepotController::class, 'store'])->name('depots.store');
Route::prefix('/depots/{depot}')->group(function (): void {
    Route::post('/sync', [DepotController::class, 'sync'])->name('depots.sync');
    Route::post('/pause', [DepotController::class, 'pause'])->name('depots.pause');
    Route::post('/go-on', [DepotController::class, 'goOn'])->name('depots.go-on');
    Route::post('/first', [DepotController::class, 'first'])->name('depots.first');
    Route::post('/moderated', [DepotController::class, 'moderated'])->name('depots.moderated');
    Route::post('/credentials', [DepotController::class, 'introduce'])->name('depots.credentials');
    Route::delete('/', [DepotController::class, 'destroy'])->name('depots.destroy');
});
Route::get('/logs', [DroppedLogController::class, 'index'])->name('logs');
Route::post('/logs', [DroppedLogController::class, 'store'])
    ->middleware(RecognisesHandOffs::class)
    ->name('logs.store');
Route::get('/logs/{log}', [DroppedLogController::class, 'show'])->name('logs.show');
Route::get('/logs/{log}/lines', [DroppedLogController::class, 'lines'])->name('logs.lines');
Route::post('/logs/{log}/remedy', [DroppedLogController::class, 'remedy'])->name('logs.remedy');
Route::post('/logs/{log}/lesson', [LessonController::class, 'ofLog'])->name('logs.lesson');
Route::get('/lessons.json', [LessonController::class, 'document'])->name('lessons');
Route::delete('/lessons/{lesson}', [LessonController::class, 'destroy'])
    ->whereNumber('lesson')
    ->name('lessons.destroy');
Route::delete('/logs/{log}', [DroppedLogController::class, 'destroy'])->name('logs.destroy');
Route::get('/shelf', [ShelfController::class, 'index'])->name('shelf');
Route::post('/shelf', [ShelfController::class, 'store'])->name('shelf.store');
Route::get('/shelf/rows', [ShelfController::class, 'rows'])->name('shelf.rows');
Route::post('/shelf/uploads', [ShelfController::class, 'begin'])->name('shelf.begin');
Route::get('/shelf/uploads/{file}', [ShelfController::class, 'come'])->name('shelf.come');
Route::put('/shelf/uploads/{file}', [ShelfController::class, 'slice'])->name('shelf.slice');
Route::post('/incoming', [IncomingController::class, 'begin'])->name('incoming');
Route::get('/incoming/{id}', [IncomingController::class, 'come']);
Route::put('/incoming/{id}', [IncomingController::class, 'slice']);
Route::post('/shelf/remove', [ShelfController::class, 'removeMany'])->name('shelf.remove-many');
Route::get('/shelf/{file}', [ShelfController::class, 'show'])->name('shelf.show');
Route::post('/shelf/{file}', [ShelfController::class, 'say'])
    ->middleware(SaysOnTheForm::class)
    ->name('shelf.say');
Route::post('/shelf/{file}/take-out', [ShelfController::class, 'takeOut'])
    ->middleware(SaysOnTheForm::class)
    ->name('shelf.take-out');
Route::delete('/shelf/{file}', [ShelfController::class, 'destroy'])->name('shelf.destroy');
Route::get('/find', [FindController::class, 'anywhere'])->name('find.all');
Route::get('/anything', [AnythingController::class, 'page'])->name('anything');
Route::get('/anything/hits', [AnythingController::class, 'hits'])->name('anything.hits');
Route::get('/guide', [GuideController::class, 'show'])->name('guide');
Route::get('/guide/tour', [GuideController::class, 'tour'])->name('tour');
Route::get('/guide/pictures/{picture}', [GuideController::class, 'picture'])->name('guide.picture')->where('picture', '[a-z-]{1,40}');
Route::post('/door', DoorController::class)->name('door');
Route::get('/wishes', [WishListController::class, 'index'])->name('wishes');
Route::post('/wishes', [WishListController::class, 'store'])
    ->middleware(RecognisesHandOffs::class)
    ->name('wishes.store');
Route::post('/wishes/mark', [WishListController::class, 'mark'])->name('wishes.mark');
Route::get('/wishes/{list}', [WishListController::class, 'show'])->name('wishes.show');
Route::post('/wishes/{list}', [WishListController::class, 'update'])->name('wishes.update');
Route::delete('/wishes/{list}', [WishListController::class, 'destroy'])->name('wishes.destroy');
Route::get('/wishes/{list}/grid', [WishListController::class, 'grid'])->name('wishes.grid');
Route::post('/wishes/{list}/watch', [WishListController::class, 'watch'])->name('wishes.watch');
Route::post('/watches/{watch}/read', [WishListController::class, 'read'])->name('watches.read');
Route::delete('/watches/{watch}', [WishListController::class, 'unwatch'])->name('watches.destroy');
Route::post('/wishes/{list}/make', [WishListController::class, 'make'])->name('wishes.make');
Route::get('/store', [CareController::class, 'store'])->name('store');
Route::get('/store/said', [CareController::class, 'said'])->name('store.said');
Route::post('/store', [CareController::class, 'cleanUp'])->name('store.clean-up');
Route::post('/store/{instance}/let-go', [CareController::class, 'letGo'])->name('store.let-go');
Route::get('/pictures/{picture}.png', PictureController::class)->name('pictures')->where('picture', '[0-9a-f]{64}');
Route::get('/packs', [PackController::class, 'index'])->name('packs');
Route::post('/packs', [PackController::class, 'store'])
    ->middleware(SaysOnTheForm::class)
    ->name('packs.store');
Route::get('/packs/found', [PackController::class, 'found'])->name('packs.found');
Route::post('/packs/found/{found}', [PackController::class, 'fetch'])->name('packs.fetch');
Route::post('/packs/{pack}/publish', [PackController::class, 'publish'])->name('packs.publish');
Route::post('/packs/{pack}/push', [PackController::class, 'push'])->middleware(SaysOnTheForm::class)->name('packs.push');
Route::get('/packs/{pack}', [PackController::class, 'show'])->name('packs.show');
Route::get('/packs/{pack}/picture', [PackController::class, 'picture'])->name('packs.picture');
Route::get('/packs/{pack}/file', [PackController::class, 'file'])->name('packs.file');
Route::get('/sets/{token}/{file}', [SetController::class, 'serve'])->where(['token' => '[a-z0-9]{40}', 'file' => '[0-9a-z.]{1,40}'])
    ->name('sets.serve');
Route::post('/sets', [SetController::class, 'subscribe'])
    ->middleware(SaysOnTheForm::class)
    ->name('sets.subscribe');
Route::post('/sets/{set}/read', [SetController::class, 'read'])->name('sets.read');
Route::post('/sets/{set}/follow', [SetController::class, 'followByItself'])->name('sets.follow');
Route::delete('/sets/{set}', [SetController::class, 'leave'])->name('sets.leave');
Route::post('/packs/{pack}/try', [PackController::class, 'try'])->name('packs.try');
Route::post('/packs/{pack}/make', [PackController::class, 'make'])->name('packs.make');
Route::delete('/packs/{pack}', [PackController::class, 'destroy'])->name('packs.destroy');
Route::delete('/starter-groups/{starter}', [HandOffController::class, 'dropGroup'])->name('groups.drop');
Route::post('/wholes', [WholeController::class, 'receive'])
    ->middleware(SaysOnTheForm::class)
    ->name('wholes.receive');
Route::get('/wholes/{whole}', [WholeController::class, 'save'])->name('wholes.save');
Route::post('/wholes/{whole}/restore', [WholeController::class, 'restore'])->name('wholes.restore');
Route::delete('/wholes/{whole}', [WholeController::class, 'destroy'])->name('wholes.destroy');
Route::get('/hand-offs', [HandOffController::class, 'index'])->name('hand-offs');
Route::post('/hand-offs', [HandOffController::class, 'store'])
    ->middleware(SaysOnTheForm::class)
    ->name('hand-offs.store');
Route::get('/hand-offs/{given}', [HandOffController::class, 'given'])->name('hand-offs.show');
Route::post('/hand-offs/{given}/make', [HandOffController::class, 'make'])->name('hand-offs.make');
Route::post('/hand-offs/{given}/bring', [HandOffController::class, 'bring'])->name('hand-offs.bring');
Route::post('/hand-offs/{given}/add', [HandOffController::class, 'add'])->name('hand-offs.add');
Route::post('/hand-offs/{given}/keep', [HandOffController::class, 'keep'])->name('hand-offs.keep');
Route::delete('/hand-offs/{given}', [HandOffController::class, 'destroy'])->name('hand-offs.destroy');
Route::middleware(SaysOnTheForm::class)->group(function (): void {
    Route::post('/games/guess', [WorkbenchController::class, 'guess'])->name('games.guess');
    Route::post('/games/{game}/installs', [InstallController::class, 'store'])->name('installs.store');
    Route::post('/games/{game}/installs/{install}', [InstallController::class, 'again'])->name('installs.again')->whereNumber('install');
    Route::delete('/games/{game}/installs/{install}', [InstallController::class, 'destroy'])
        ->name('installs.destroy')
        ->whereNumber('install');
    Route::get('/access', [AccessController::class, 'index'])->name('access');
    Route::post('/access', [AccessController::class, 'store'])->name('access.open');
    Route::delete('/access/{opening}', [AccessController::class, 'destroy'])->name('access.close')->whereNumber('opening');
});
Route::get('/games', [GameController::class, 'index'])->name('games');
Route::post('/games', [GameController::class, 'store'])->name('games.store');
Route::get('/games/workbench', [WorkbenchController::class, 'show'])->name('games.workbench');
Route::post('/games/workbench', [WorkbenchController::class, 'try'])->name('games.try-text');
Route::post('/games/workbench/made', [WorkbenchController::class, 'made'])->name('games.made');
Route::post('/games/workbench/launch', [WorkbenchController::class, 'launch'])->name('games.launch');
Route::post('/games/workbench/mark', [WorkbenchController::class, 'mark'])->name('games.mark');
Route::get('/games/workbench/schema.json', [WorkbenchController::class, 'schema'])->name('games.schema');
Route::get('/games/{game}', [GameController::class, 'show'])->name('games.show');
Route::get('/games/{game}/definition.json', [GameController::class, 'document'])->name('games.document');
Route::post('/games/{game}/try', [GameController::class, 'show'])->name('games.try');
Route::post('/games/{game}/archive', [GameController::class, 'archive'])->name('games.archive');
Route::post('/games/{game}/agree', [GameController::class, 'agree'])->name('games.agree');
Route::delete('/games/{game}', [GameController::class, 'destroy'])->name('games.destroy');
Route::get('/folders', [ImportController::class, 'index'])->name('imports');
Route::post('/folders', [ImportController::class, 'store'])->name('imports.store');
Route::get('/folders/{import}', [ImportController::class, 'show'])->name('imports.show');
Route::post('/folders/{import}/make', [ImportController::class, 'make'])->name('imports.make');
Route::get('/tasks', [TaskController::class, 'index'])->name('tasks');
Route::pattern('told', '[0-9]{1,18}');
Route::get('/told/{told}', [ToldController::class, 'open'])->name('told.open');
Route::post('/told/{told}', [ToldController::class, 'seen'])->name('told.seen');
Route::post('/told', [ToldController::class, 'all'])->name('told.all');
Route::get('/work', [TaskController::class, 'page'])->name('work');
Route::post('/work/{task}/end', [TaskController::class, 'end'])->name('work.end');

Route::prefix('/instances/{instance}')
    ->middleware(NotSetAside::class)
    ->missing(fn () => throw App\Refusal\Refusal::notFound('That instance is not here any more. It was removed, perhaps in another tab.'))
    ->group(function (): void {
        Route::get('/', [InstanceController::class, 'show'])->name('instances.show');
        foreach (Places::instance() as $place) {
            $place->page === null || Route::get($place->path, PlaceController::class)->name($place->route)->defaults('place', $place->id);
        }
        Route::post('/findings/aside', [FindingController::class, 'aside'])->name('findings.aside');
        Route::post('/findings/heed', [FindingController::class, 'heed'])->name('findings.heed');
        Route::post('/suggestions/leave', [SuggestionController::class, 'leave'])->name('suggestions.leave');
        Route::post('/suggestions/take-up', [SuggestionController::class, 'takeUp'])->name('suggestions.take-up');
        Route::post('/notices', [NoticeController::class, 'say'])->name('notices.say');
        Route::get('/others', [InstanceController::class, 'others'])->name('instances.others');
        Route::delete('/', [InstanceController::class, 'destroy'])->name('instances.destroy');
        Route::get('/shelf', [ShelfController::class, 'index'])->name('instances.shelf');
        Route::get('/shelf/rows', [ShelfController::class, 'rows'])->name('instances.shelf.rows');
        Route::post('/shelf/add', [ShelfController::class, 'addMany'])->name('shelf.add-many');
        Route::post('/shelf/{file}/add', [ShelfController::class, 'add'])->name('shelf.add');
        Route::post('/watch', [InstanceController::class, 'watch'])->name('instances.watch');
        Route::post('/put-away', [InstanceController::class, 'putAway'])->name('instances.put-away');
        Route::post('/bring-back', [InstanceController::class, 'bringBack'])->name('instances.bring-back');
        Route::post('/mend', [InstanceController::class, 'mend'])->name('instances.mend');
        Route::get('/find', FindController::class)->name('find');
        Route::post('/find/basket', [FindController::class, 'basket'])->name('find.basket');
        Route::post('/find/pair', [FindController::class, 'pair'])
            ->middleware(SaysOnTheForm::class)
            ->name('find.pair');
        Route::post('/packages/say', [PackageController::class, 'say'])
            ->middleware(SaysOnTheForm::class)
            ->name('packages.say');
        Route::get('/packages/{package}', [PackageController::class, 'show'])->name('packages.show');
        Route::get('/packages/{package}/releases', [PackageController::class, 'releases'])->name('packages.releases');
        Route::get('/packages/{package}/beside/{other}', [PackageController::class, 'beside'])->name('packages.beside');
        Route::post('/packages/{package}/note', [PackageController::class, 'note'])->name('packages.note');
        Route::get('/base/{part}', [BaseController::class, 'show'])
            ->whereIn('part', ['build', 'runtime', 'memory', 'expansions'])
            ->name('base');
        Route::get('/files', [FilesController::class, 'index'])->name('files');
        Route::get('/differs', [FilesController::class, 'differs'])->name('differs');
        Route::post('/files/repair', [FilesController::class, 'repair'])->name('files.repair');
        Route::post('/files/keep', [FilesController::class, 'keep'])->name('files.keep');
        Route::post('/files/unkeep', [FilesController::class, 'unkeep'])->name('files.unkeep');
        Route::post('/files/bin/back', [FilesController::class, 'back'])
            ->middleware(SaysOnTheForm::class)
            ->name('files.back');
        Route::post('/files/bin/erase', [FilesController::class, 'erase'])
            ->middleware(SaysOnTheForm::class)
            ->name('files.erase');
        Route::get('/files/bin', [FilesController::class, 'binned'])->name('files.binned');
        Route::post('/strays/take-in', [StrayController::class, 'takeIn'])
            ->middleware(SaysOnTheForm::class)
            ->name('strays.take-in');
        Route::post('/strays/take-out', [StrayController::class, 'takeOut'])
            ->middleware(SaysOnTheForm::class)
            ->name('strays.take-out');
        Route::post('/strays/leave', [StrayController::class, 'leave'])
            ->middleware(SaysOnTheForm::class)
            ->name('strays.leave');
        Route::post('/draft/anew', [StrayController::class, 'anew'])->name('draft.anew');
        Route::post('/draft/leave-in', [StrayController::class, 'leaveIn'])->name('draft.leave-in');
        Route::get('/apply', [ApplyController::class, 'show'])->name('apply');
        Route::post('/apply/pause', [ApplyController::class, 'pause'])->name('apply.pause');
        Route::post('/apply/go-on', [ApplyController::class, 'goOn'])->name('apply.go-on');
        Route::post('/apply/cancel', [ApplyController::class, 'cancel'])->name('apply.cancel');
        Route::get('/draft', [DraftController::class, 'show'])->name('draft');
        foreach (['back', 'forth', 'discard', 'bring-back', 'apply'] as $act) {
            Route::post("/draft/{$act}", [DraftController::class, Str::camel($act)])->name("draft.{$act}");
        }
        Route::post('/draft/add-names', [DraftController::class, 'addNames'])
            ->middleware(SaysOnTheForm::class)
            ->name('draft.add-names');
        foreach (Steps::byKey() as $step => $class) {
            Route::post("/draft/{$step}", [DraftController::class, 'take'])
                ->defaults('step', $step)
                ->name("draft.{$step}");
        }
        Route::get('/worlds', [WorldController::class, 'index'])->name('worlds');
        Route::post('/worlds/away-many', [WorldController::class, 'awayMany'])->name('worlds.away-many');
        Route::post('/worlds/backup', [WorldController::class, 'backup'])->name('worlds.backup');
        Route::post('/worlds/let-go', [WorldController::class, 'letGo'])->name('worlds.let-go');
        Route::post('/worlds/rename', [WorldController::class, 'rename'])->name('worlds.rename');
        Route::post('/worlds/backups/{backup}/name', [WorldController::class, 'name'])->name('worlds.name');
        foreach (['away', 'back', 'copy', 'export', 'import', 'every', 'packs'] as $act) {
            Route::post("/worlds/{$act}", [WorldController::class, $act])->name("worlds.{$act}");
        }
        Route::get('/worlds/save', [WorldController::class, 'save'])->name('worlds.save');
        Route::post('/worlds/backups/{backup}/put-back', [WorldController::class, 'putBack'])->name('worlds.put-back');
        Route::get('/history', [InstanceController::class, 'history'])->name('history');
        Route::get('/hand-off', [HandOffController::class, 'show'])->name('hand-off');
        Route::get('/server.zip', [HandOffController::class, 'folder'])->name('server.folder');
        Route::post('/groups/keep', [HandOffController::class, 'keepGroup'])->name('groups.keep');
        Route::post('/hand-off.zip', [HandOffController::class, 'archive'])->name('hand-off.archive');
        Route::get('/hand-off.json', [HandOffController::class, 'document'])->name('hand-off.document');
        Route::get('/pack', [PackController::class, 'packing'])->name('pack');
        Route::post('/pack', [PackController::class, 'pack'])->name('pack.make');
        Route::post('/pair', [HandOffController::class, 'align'])->name('pair.align');
        Route::post('/set', [SetController::class, 'share'])
            ->middleware(SaysOnTheForm::class)
            ->name('sets.share');
        Route::post('/set/give', [SetController::class, 'give'])->name('sets.give');
        Route::post('/set/by-itself', [SetController::class, 'byItself'])->name('sets.by-itself');
        Route::delete('/set', [SetController::class, 'stop'])->name('sets.stop');
        Route::get('/pack/update', [PackController::class, 'update'])->name('pack.update');
        Route::post('/pack/update', [PackController::class, 'take'])->name('pack.take');
        Route::get('/inventory/{form}', [HandOffController::class, 'inventory'])
            ->whereIn('form', array_keys(Forms::ALL))
            ->name('inventory');
        Route::post('/server', [HandOffController::class, 'server'])->name('server.make');
        Route::post('/hand-off/beside', [HandOffController::class, 'beside'])
            ->middleware(SaysOnTheForm::class)
            ->name('hand-off.beside');
        Route::post('/hand-off/take', [HandOffController::class, 'take'])->name('hand-off.take');
        Route::get('/stages', [StageController::class, 'index'])->name('stages');
        Route::post('/stages', [StageController::class, 'store'])
            ->middleware(SaysOnTheForm::class)
            ->name('stages.store');
        Route::post('/stages/of-history', [StageController::class, 'ofHistory'])->name('stages.of-history');
        Route::post('/stages/on', [StageController::class, 'goOn'])
            ->middleware(SaysOnTheForm::class)
            ->name('stages.on');
        Route::post('/stages/back', [StageController::class, 'goBack'])->name('stages.back');
        Route::delete('/stages/{stage}', [StageController::class, 'destroy'])->name('stages.destroy');
        Route::get('/numbers', [NumberController::class, 'index'])->name('numbers');
        Route::post('/numbers', [NumberController::class, 'take'])->name('numbers.take');
        Route::get('/order', [OrderController::class, 'index'])->name('order');
        Route::post('/order', [OrderController::class, 'move'])
            ->middleware(SaysOnTheForm::class)
            ->name('order.move');
        Route::post('/order/rule', [OrderController::class, 'rule'])
            ->middleware(SaysOnTheForm::class)
            ->name('order.rule');
        Route::get('/order/merged', [OrderController::class, 'merged'])->name('order.merged');
        Route::get('/order/side', [OrderController::class, 'side'])->name('order.side');
        Route::get('/about', [CareController::class, 'show'])->name('about');
        Route::post('/whole', [WholeController::class, 'keep'])->name('wholes.keep');
        Route::post('/about', [CareController::class, 'update'])->name('about.update');
        Route::post('/about/launching', [CareController::class, 'launching'])->name('about.launching');
        Route::get('/about/picture', [CareController::class, 'picture'])->name('about.picture');
        Route::post('/about/duplicate', [CareController::class, 'duplicate'])->name('about.duplicate');
        Route::post('/about/unused', [CareController::class, 'unused'])->name('about.unused');
        Route::get('/configs', [ConfigController::class, 'index'])->name('configs');
        Route::post('/configs', [ConfigController::class, 'several'])->name('configs.several');
        Route::get('/configs/edit', [ConfigController::class, 'show'])->name('configs.edit');
        Route::post('/configs/edit', [ConfigController::class, 'write'])->name('configs.write');
        Route::post('/configs/check', [ConfigController::class, 'check'])->name('configs.check');
        Route::post('/configs/take-back', [ConfigController::class, 'takeBack'])->name('configs.take-back');
        Route::get('/configs/search', [ConfigController::class, 'search'])->name('configs.search');
        Route::post('/configs/replace', [ConfigController::class, 'replace'])->name('configs.replace');
        Route::get('/move', [WishListController::class, 'move'])->name('move');
        Route::get('/rehearsals', [RehearsalController::class, 'index'])->name('rehearsals');
        Route::post('/rehearsals', [RehearsalController::class, 'store'])->name('rehearsals.store');
        Route::get('/rehearsals/{number}', [RehearsalController::class, 'show'])->name('rehearsals.show');
        Route::get('/rehearsals/{number}/lines', [RehearsalController::class, 'lines'])->name('rehearsals.lines');
        Route::post('/rehearsals/{number}/stop', [RehearsalController::class, 'stop'])->name('rehearsals.stop');
        Route::post('/play', [PlayController::class, 'store'])->name('play');
        Route::get('/build', [BuildController::class, 'show'])->name('build.show');
        Route::post('/build', [BuildController::class, 'store'])->name('build');
        Route::post('/build/stop', [BuildController::class, 'stop'])->name('build.stop');
        Route::post('/build/seen', [BuildController::class, 'seen'])->name('build.seen');
        Route::post('/rehearsals/{number}/worlds', [PlayController::class, 'putBack'])->name('play.put-back');
        Route::post('/rehearsals/{number}/back', [RehearsalController::class, 'back'])->name('rehearsals.back');
        Route::post('/rehearsals/{number}/culprits', [CulpritController::class, 'store'])->name('culprits.store');
        Route::get('/culprits/{search}', [CulpritController::class, 'show'])->name('culprits.show');
        Route::post('/culprits/{search}/stop', [CulpritController::class, 'stop'])->name('culprits.stop');
        Route::post('/culprits/{search}/judge', [CulpritController::class, 'judge'])->name('culprits.judge');
        Route::post('/culprits/{search}/remedy', [CulpritController::class, 'remedy'])->name('culprits.remedy');
        Route::post('/culprits/{search}/go-on', [CulpritController::class, 'goOn'])->name('culprits.go-on');
        Route::post('/rehearsals/{number}/lesson', [LessonController::class, 'ofRehearsal'])->name('rehearsals.lesson');
        Route::post('/rehearsals/{number}/remedy', [RehearsalController::class, 'remedy'])->name('rehearsals.remedy');
    });

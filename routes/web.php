<?php

declare(strict_types=1);

use App\Http\Controllers\ApplyController;
use App\Http\Controllers\BaseController;
use App\Http\Controllers\CulpritController;
use App\Http\Controllers\DepotController;
use App\Http\Controllers\DraftController;
use App\Http\Controllers\DroppedLogController;
use App\Http\Controllers\FilesController;
use App\Http\Controllers\FindController;
use App\Http\Controllers\InstanceController;
use App\Http\Controllers\LessonController;
use App\Http\Controllers\NewInstanceController;
use App\Http\Controllers\PackageController;
use App\Http\Controllers\RegisterController;
use App\Http\Controllers\RehearsalController;
use App\Http\Controllers\ShelfController;
use App\Http\Controllers\TaskController;
use App\Http\Middleware\NotSetAside;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Str;
use Stasimon\Core\Document\Limits;

Route::pattern('depot', '[0-9]{1,18}');
Route::pattern('number', '[0-9]{1,9}');
Route::pattern('search', '[0-9]{1,18}');
Route::pattern('package', '[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}');
Route::pattern('log', '[0-9A-Za-z]{26}');
Route::pattern('task', '[0-9A-Za-z]{26}');

Route::get('/', RegisterController::class)->name('register');
Route::get('/new', [NewInstanceController::class, 'show'])->name('new');
Route::post('/instances', [NewInstanceController::class, 'store'])->name('instances.store');
Route::get('/depots', [DepotController::class, 'index'])->name('depots');
Route::post('/depots', [DepotController::class, 'store'])->name('depots.store');
Route::prefix('/depots/{depot}')->group(function (): void {
    Route::post('/sync', [DepotController::class, 'sync'])->name('depots.sync');
    Route::post('/pause', [DepotController::class, 'pause'])->name('depots.pause');
    Route::post('/go-on', [DepotController::class, 'goOn'])->name('depots.go-on');
    Route::post('/first', [DepotController::class, 'first'])->name('depots.first');
    Route::post('/moderated', [DepotController::class, 'moderated'])->name('depots.moderated');
    Route::delete('/', [DepotController::class, 'destroy'])->name('depots.destroy');
});
Route::get('/logs', [DroppedLogController::class, 'index'])->name('logs');
Route::post('/logs', [DroppedLogController::class, 'store'])->name('logs.store');
Route::get('/logs/{log}', [DroppedLogController::class, 'show'])->name('logs.show');
Route::get('/logs/{log}/lines', [DroppedLogController::class, 'lines'])->name('logs.lines');
Route::post('/logs/{log}/remedy', [DroppedLogController::class, 'remedy'])->name('logs.remedy');
Route::post('/logs/{log}/lesson', [LessonController::class, 'ofLog'])->name('logs.lesson');
Route::get('/lessons.json', [LessonController::class, 'document'])->name('lessons');
Route::delete('/lessons/{lesson}', [LessonController::class, 'destroy'])->whereNumber('lesson')->name('lessons.destroy');
Route::delete('/logs/{log}', [DroppedLogController::class, 'destroy'])->name('logs.destroy');
Route::get('/shelf', [ShelfController::class, 'index'])->name('shelf');
Route::post('/shelf', [ShelfController::class, 'store'])->name('shelf.store');
Route::get('/shelf/rows', [ShelfController::class, 'rows'])->name('shelf.rows');
Route::post('/shelf/uploads', [ShelfController::class, 'begin'])->name('shelf.begin');
Route::get('/shelf/uploads/{file}', [ShelfController::class, 'come'])->name('shelf.come');
Route::put('/shelf/uploads/{file}', [ShelfController::class, 'slice'])->name('shelf.slice');
Route::get('/shelf/{file}', [ShelfController::class, 'show'])->name('shelf.show');
Route::post('/shelf/{file}', [ShelfController::class, 'say'])->name('shelf.say');
Route::delete('/shelf/{file}', [ShelfController::class, 'destroy'])->name('shelf.destroy');
Route::get('/tasks', [TaskController::class, 'index'])->name('tasks');
Route::get('/work', [TaskController::class, 'page'])->name('work');
Route::post('/work/{task}/end', [TaskController::class, 'end'])->name('work.end');

Route::prefix('/instances/{instance}')->middleware(NotSetAside::class)->missing(fn () => throw App\Refusal\Refusal::notFound('That instance is not here any more. It was removed, perhaps in another tab.'))->group(function (): void {
    Route::get('/', [InstanceController::class, 'show'])->name('instances.show');
    Route::delete('/', [InstanceController::class, 'destroy'])->name('instances.destroy');
    Route::get('/shelf', [ShelfController::class, 'index'])->name('instances.shelf');
    Route::get('/shelf/rows', [ShelfController::class, 'rows'])->name('instances.shelf.rows');
    Route::post('/shelf/{file}/add', [ShelfController::class, 'add'])->name('shelf.add');
    Route::post('/mend', [InstanceController::class, 'mend'])->name('instances.mend');
    Route::get('/find', FindController::class)->name('find');
    Route::get('/packages/{package}', [PackageController::class, 'show'])->name('packages.show');
    Route::post('/packages/{package}/note', [PackageController::class, 'note'])->name('packages.note');
    Route::get('/base/{part}', [BaseController::class, 'show'])->whereIn('part', ['build', 'runtime', 'memory'])->name('base');
    Route::get('/files', [FilesController::class, 'index'])->name('files');
    Route::post('/files/keep', [FilesController::class, 'keep'])->name('files.keep');
    Route::post('/files/unkeep', [FilesController::class, 'unkeep'])->name('files.unkeep');
    Route::get('/apply', [ApplyController::class, 'show'])->name('apply');
    Route::post('/apply/pause', [ApplyController::class, 'pause'])->name('apply.pause');
    Route::post('/apply/go-on', [ApplyController::class, 'goOn'])->name('apply.go-on');
    Route::post('/apply/cancel', [ApplyController::class, 'cancel'])->name('apply.cancel');
    Route::get('/draft', [DraftController::class, 'show'])->name('draft');
    foreach (['add', 'remove', 'off', 'on', 'range', 'pin', 'update', 'leave', 'replace', 'let', 'base', 'repair', 'waive', 'note', 'heed', 'put-back', 'restore', 'back', 'forth', 'discard', 'bring-back', 'apply'] as $step) {
        Route::post("/draft/{$step}", [DraftController::class, Str::camel($step)])->name("draft.{$step}");
    }
    Route::get('/history', [InstanceController::class, 'history'])->name('history');
    Route::get('/rehearsals', [RehearsalController::class, 'index'])->name('rehearsals');
    Route::post('/rehearsals', [RehearsalController::class, 'store'])->name('rehearsals.store');
    Route::get('/rehearsals/{number}', [RehearsalController::class, 'show'])->name('rehearsals.show');
    Route::get('/rehearsals/{number}/lines', [RehearsalController::class, 'lines'])->name('rehearsals.lines');
    Route::post('/rehearsals/{number}/stop', [RehearsalController::class, 'stop'])->name('rehearsals.stop');
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

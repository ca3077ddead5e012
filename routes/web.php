<?php

declare(strict_types=1);

use App\Http\Controllers\DepotController;
use App\Http\Controllers\DraftController;
use App\Http\Controllers\FindController;
use App\Http\Controllers\InstanceController;
use App\Http\Controllers\NewInstanceController;
use App\Http\Controllers\RegisterController;
use App\Http\Controllers\RehearsalController;
use App\Http\Controllers\TaskController;
use Illuminate\Support\Facades\Route;

Route::get('/', RegisterController::class)->name('register');
Route::get('/new', [NewInstanceController::class, 'show'])->name('new');
Route::post('/instances', [NewInstanceController::class, 'store'])->name('instances.store');
Route::post('/depots/{depot}/sync', [DepotController::class, 'sync'])->name('depots.sync');
Route::get('/tasks', [TaskController::class, 'index'])->name('tasks');

Route::prefix('/instances/{instance}')->missing(fn () => throw App\Instances\Refusal::notFound('That instance is not here any more. It was removed, perhaps in another tab.'))->group(function (): void {
    Route::get('/', [InstanceController::class, 'show'])->name('instances.show');
    Route::delete('/', [InstanceController::class, 'destroy'])->name('instances.destroy');
    Route::get('/find', FindController::class)->name('find');
    Route::get('/draft', [DraftController::class, 'show'])->name('draft');
    Route::post('/draft/add', [DraftController::class, 'add'])->name('draft.add');
    Route::post('/draft/remove', [DraftController::class, 'remove'])->name('draft.remove');
    Route::post('/draft/range', [DraftController::class, 'range'])->name('draft.range');
    Route::post('/draft/base', [DraftController::class, 'base'])->name('draft.base');
    Route::post('/draft/repair', [DraftController::class, 'repair'])->name('draft.repair');
    Route::post('/draft/heed', [DraftController::class, 'heed'])->name('draft.heed');
    Route::post('/draft/put-back', [DraftController::class, 'putBack'])->name('draft.put-back');
    Route::post('/draft/back', [DraftController::class, 'back'])->name('draft.back');
    Route::post('/draft/discard', [DraftController::class, 'discard'])->name('draft.discard');
    Route::post('/draft/apply', [DraftController::class, 'apply'])->name('draft.apply');
    Route::get('/history', [InstanceController::class, 'history'])->name('history');
    Route::get('/rehearsals', [RehearsalController::class, 'index'])->name('rehearsals');
    Route::post('/rehearsals', [RehearsalController::class, 'store'])->name('rehearsals.store');
    Route::get('/rehearsals/{number}', [RehearsalController::class, 'show'])->whereNumber('number')->name('rehearsals.show');
    Route::get('/rehearsals/{number}/lines', [RehearsalController::class, 'lines'])->whereNumber('number')->name('rehearsals.lines');
    Route::post('/rehearsals/{number}/stop', [RehearsalController::class, 'stop'])->whereNumber('number')->name('rehearsals.stop');
    Route::post('/rehearsals/{number}/remedy', [RehearsalController::class, 'remedy'])->whereNumber('number')->name('rehearsals.remedy');
});

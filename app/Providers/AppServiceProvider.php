<?php

declare(strict_types=1);

namespace App\Providers;

use App\Games;
use App\Instances\Drafting;
use App\View\BaseSentence;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\Vite;
use Illuminate\Support\ServiceProvider;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        // Each remembers what a page asks for more than once.
        $this->app->scoped(Drafting::class);
        $this->app->scoped(BaseSentence::class);
        $this->app->singleton(Games::class, fn (): Games => new Games((string) config('stasimon.games')));
    }

    public function boot(): void
    {
        Model::unguard();
        Model::preventLazyLoading(! $this->app->isProduction());
        Vite::useScriptTagAttributes(['defer' => true]);
    }
}

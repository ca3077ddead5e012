<?php

declare(strict_types=1);

namespace Tests\Architecture;

use Illuminate\Database\Eloquent\Model;
use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** What holds in the application. */
final class AppRules
{
    /** @return iterable<string, Rule> */
    public function testRoomsUseThoseBelow(): iterable
    {
        return Layers::rules('App', Layers::APP);
    }

    public function testControllersUseNoDatabase(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Http'))
            ->shouldNotDependOn()
            ->classes(Selector::inNamespace('Illuminate\Database\Query'), Selector::classname('Illuminate\Support\Facades\DB'))
            ->because('Queries are in the rooms that own the rows.');
    }

    public function testModelsHaveRelationsAndCastsOnly(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::AllOf(Selector::inNamespace('App'), Selector::extends(Model::class)))
            ->shouldNotDependOn()
            ->classes(
                Selector::classname('Illuminate\Support\Facades\DB'),
                Selector::inNamespace('App\Disk'),
                Selector::inNamespace('App\Store'),
            )
            ->because('What is done to rows is done by the room that owns them.');
    }

    public function testNobodyElseSpeaksHttp(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App'))
            ->excluding(
                Selector::inNamespace('App\Http'),
                Selector::inNamespace('App\View'),
                Selector::inNamespace('App\Providers'),
                Selector::inNamespace('App\Find'),
                Selector::inNamespace('App\Local'),
                Selector::inNamespace('App\Rehearsals'),
            )
            ->shouldNotDependOn()
            ->classes(Selector::classname('Illuminate\Http\Request'), Selector::classname('Illuminate\Http\RedirectResponse'))
            ->because('What a room does is the same whoever asks for it.');
    }
}

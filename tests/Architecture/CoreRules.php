<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Selector\SelectorInterface;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;
use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Document\Expression;
use Stasimon\Core\Document\Fault;

/** What holds in the core. */
final class CoreRules
{
    /** @return iterable<string, Rule> */
    public function testRoomsUseThoseBelow(): iterable
    {
        return Layers::rules('Stasimon\Core', Layers::CORE);
    }

    public function testNothingButPhp(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Stasimon\Core'))
            ->excluding(...self::readers())
            ->canOnlyDependOn()
            ->classes(Selector::inNamespace('Stasimon\Core'))
            ->because('The core is plain PHP; only what reads foreign settings and descriptors uses a package for it.');
    }

    public function testReadersOfForeignFormatsUseTheirPackagesOnly(): Rule
    {
        return PHPat::rule()
            ->classes(...self::readers())
            ->canOnlyDependOn()
            ->classes(
                Selector::inNamespace('Stasimon\Core'),
                Selector::inNamespace('Symfony\Component\Yaml'),
                Selector::inNamespace('JmesPath'),
            )
            ->because('YAML and JMESPath are read by packages; nothing else is.');
    }

    public function testClassesAreFinal(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Stasimon\Core'))
            ->excluding(Selector::isInterface(), Selector::isAbstract(), Selector::isEnum())
            ->shouldBeFinal()
            ->because('Nothing extends a class of the core.');
    }

    public function testWhatIsThrownHasOneRoot(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::AllOf(Selector::inNamespace('Stasimon\Core'), Selector::isThrowable()))
            ->excluding(Selector::isInterface())
            ->shouldImplement()
            ->classes(Selector::classname(Fault::class))
            ->because('The application tells a bad document from a bug by it.');
    }

    /** @return list<SelectorInterface> what reads foreign formats */
    private static function readers(): array
    {
        $classes = array_map(Selector::classname(...), [ConfigSyntax::class, Expression::class]);

        return [...$classes, Selector::inNamespace('Stasimon\Core\Evidence\Descriptor')];
    }
}

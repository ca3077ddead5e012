<?php

declare(strict_types=1);

// The rules themselves run inside PHPStan, over core and app (phpstan.neon, phpstan-app.neon). Here classes that break them are
// handed to them, each of which says which rule it breaks: a rule that cannot fail is a failure itself.

use Symfony\Component\Finder\Finder;
use Symfony\Component\Process\Process;
use Tests\Architecture\AppRules;
use Tests\Architecture\CoreRules;
use Tests\Architecture\Layers;
use Tests\Support\Rooms;

it('names each class that breaks a rule, and no rule is broken by none', function (): void {
    $root = dirname(__DIR__, 2);
    $command = 'vendor/bin/phpstan analyse -c tests/Architecture/breaking.neon --no-progress --error-format=json --memory-limit=1G';
    $process = new Process(explode(' ', $command), $root, timeout: 300);
    $process->run();
    $report = json_decode($process->getOutput(), true, flags: JSON_THROW_ON_ERROR);
    $broken = [];
    foreach (Finder::create()->files()->in(__DIR__.'/Breaking') as $file) {
        expect(preg_match('/Breaks (?:\w+::)?(?<rule>\w+)/', $file->getContents(), $says))->toBe(1, $file->getFilename());
        $messages = implode("\n", array_column($report['files'][$file->getPathname()]['messages'] ?? [], 'message'));
        $named = str_contains($messages, $says['rule'] === 'NoQueryInHttp' ? 'A query stands in' : $says['rule']);
        expect($named)->toBeTrue("{$file->getFilename()}: {$messages}");
        $broken[] = $says['rule'];
    }
    $methods = [...get_class_methods(CoreRules::class), ...get_class_methods(AppRules::class)];
    $rules = array_filter($methods, fn (string $name): bool => str_starts_with($name, 'test'));
    expect(array_values(array_diff($rules, $broken)))->toBe([]);
});

it('has a place for every room, and none for one that is not there', function (): void {
    foreach (['core' => ['Stasimon\Core', Layers::CORE], 'app' => ['App', Layers::APP]] as $folder => [$namespace, $rows]) {
        $placed = array_merge(...$rows);
        expect($placed)->toHaveCount(count(array_unique($placed)))
            ->and(array_diff(Rooms::of($folder, $namespace)->names(), $placed))->toBe([])
            ->and(array_diff($placed, Rooms::of($folder, $namespace)->names()))->toBe([]);
    }
});

it('has the map of the rooms in its documentation as it is in the code', function (): void {
    $map = (new Process(['php', 'bin/rooms'], dirname(__DIR__, 2)))->mustRun()->getOutput();
    expect((string) file_get_contents(dirname(__DIR__, 2).'/docs/decisions/rooms.md'))->toContain("```\n{$map}```");
});

it('lets no line of PHP have more than 140 characters', function (): void {
    $checked = function (int $length): int {
        $line = '$a = "'.str_repeat('x', $length - 8)."\";\n";
        $process = new Process(['vendor/bin/phpcs', '-q', '--stdin-path=core/Any.php', '-'], dirname(__DIR__, 2));

        return (int) $process->setInput("<?php\n\n{$line}")->run();
    };
    expect($checked(140))->toBe(0)->and($checked(141))->toBeGreaterThan(0);
});

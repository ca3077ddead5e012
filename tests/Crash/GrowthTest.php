<?php

declare(strict_types=1);

use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Document\Expression;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Evidence\Descriptor\Descriptors;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\DescriptorRule;
use Symfony\Component\Process\Process;
use Tests\Support\Archives;

/** Bytes that a process may have had in memory at most. */
const MOST = 256_000_000;

/** What strangers send to be small and become large, each read as it is in earnest. */
function grown(string $attack): string
{
    $rule = fn (string $format, string $needs = 'needs'): DescriptorRule => DescriptorRule::read(
        Node::ofJson(
            (string) json_encode(['path' => 'about', 'format' => $format, 'id' => 'id', 'version' => 'version', 'needs' => $needs]),
        ),
    );
    $read = function (string $format, string $text, string $needs = 'needs') use ($rule): string {
        $archive = Archives::file(['about' => $text]);
        try {
            return (new Descriptors([$rule($format, $needs)]))->of($archive, 'a.zip')->id;
        } finally {
            unlink($archive);
        }
    };
    $saying = fn (array $more): string => (string) json_encode(['id' => 'a', 'version' => '1.0.0'] + $more);
    try {
        return match ($attack) {
            'elements' => $read('xml', '<m>'.str_repeat('<a/>', 240_000).'</m>'),
            'as many elements as are read' => $read('xml', '<m>'.str_repeat('<a b=""/>', 7_990).'</m>'),
            'attributes' => $read('xml', '<m '.implode(' ', array_map(fn (int $i): string => "a{$i}=\"\"", range(1, 40_000))).'/>'),
            'attributes of a config' => (string) ConfigSyntax::Xml->wrong(
                '<m '.implode(' ', array_map(fn (int $i): string => "a{$i}=\"\"", range(1, 40_000))).'/>',
            )?->why,
            'elements of a config' => (string) ConfigSyntax::Xml->wrong('<m>'.str_repeat('<a b=""/>', 100_000).'</m>')?->why,
            'deep' => $read('xml', str_repeat('<a>', 60_000)),
            'written again and again' => $read(
                'json',
                $saying(['quotes' => str_repeat('"', 450_000)]),
                'to_string(to_string(to_string(quotes)))',
            ),
            'held twice and twice again' => $read(
                'json',
                $saying(['text' => str_repeat('x', 900_000)]),
                implode(' | ', array_fill(0, 5, '{a: @, b: @}')).' | to_string(@)',
            ),
            'joined' => $read(
                'json',
                $saying(['glue' => str_repeat('x', 400_000), 'items' => array_fill(0, 90_000, 'y')]),
                'join(glue, items)',
            ),
            'a list of lists' => $read(
                'json',
                '{"id": "a", "version": "1.0.0", "needs": '.str_repeat('[', 400).str_repeat(']', 400).'}',
            ),
            'an endless pattern' => $read(
                'json',
                (string) json_encode(['id' => 'a', 'version' => '1.0.0', 'text' => str_repeat('a', 9_000).'b']),
                "replace(text, '/(a+)+\$/', 'x')",
            ),
            'an expression' => (string) Expression::read(
                Node::ofJson((string) json_encode(str_repeat('[', 900).'@'.str_repeat(']', 900))),
            )->text,
            default => throw new LogicException($attack),
        };
    } catch (UnreadableDescriptor|UnusableDocument $failure) {
        return $failure->getMessage();
    }
}

/** @return array{said: string, most: int} of a process of its own, which nothing but the machine bounds */
function inAProcess(string $attack): array
{
    $script =
        'require "vendor/autoload.php"; require "tests/Crash/GrowthTest.php"; $said = grown('.
        var_export($attack, true).
        ');'.
        'preg_match("/VmHWM:\s+(\d+)/", file_get_contents("/proc/self/status"), $most); echo json_encode(["said" => mb_scrub($said), '.
        '"most" => 1_000 * (int) $most[1]]);';
    $process = new Process(
        [
            PHP_BINARY,
            '-d',
            'memory_limit=-1',
            '-r',
            'function it(...$any) { return new class { public function with(...$any) {} }; } '.$script,
        ],
        dirname(__DIR__, 2),
        timeout: 600,
    );

    return json_decode($process->mustRun()->getOutput(), true, flags: JSON_THROW_ON_ERROR);
}

it('reads what is small and grows within the memory that one page has', function (string $attack): void {
    ['said' => $said, 'most' => $most] = inAProcess($attack);
    expect($most)->toBeLessThan(MOST, "{$attack}: {$said}");
})->with([
    'elements',
    'as many elements as are read',
    'attributes',
    'attributes of a config',
    'elements of a config',
    'deep',
    'written again and again',
    'held twice and twice again',
    'joined',
    'a list of lists',
    'an endless pattern',
    'an expression',
]);

<?php

declare(strict_types=1);

// Logs as people hand them over: several in an archive, in XML, with lines of any length.

use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Log\LogReader;
use Stasimon\Core\Log\LogText;
use Stasimon\Core\Log\UnreadableLog;
use Tests\Support\Logs;

/** @param  string|array<string, string>  $log  bytes, or the files of an archive by their names */
function handedOver(string|array $log, int $most = 5_000_000, int $lines = PHP_INT_MAX): string
{
    [$from, $to] = [(string) tempnam(sys_get_temp_dir(), 'log'), (string) tempnam(sys_get_temp_dir(), 'log')];
    if (is_array($log)) {
        unlink($from);
        $zip = new ZipArchive();
        $zip->open($from, ZipArchive::CREATE);
        foreach (array_keys($log) as $number => $name) {
            $zip->addFromString((string) $name, $log[$name]);
            $zip->setMtimeName((string) $name, 1_700_000_000 + 100 * $number);
        }
        $zip->close();
    } else {
        file_put_contents($from, $log);
    }
    try {
        (new LogText($most, $lines))->pour($from, $to);

        return (string) file_get_contents($to);
    } finally {
        unlink($from);
        unlink($to);
    }
}

/** @return list<Diagnosis> */
function diagnosedText(string $text): array
{
    $definition = Logs::game();

    return (new Diagnosing($definition->log, $definition->platform, Logs::holders(), 'ferrywright'))->of(
        (new LogReader($definition->log))->lines($text),
    );
}

const FOG = "Exception in thread \"main\" java.lang.IllegalStateException: no fog\n\tat fog.Bank.lift(Bank.java:3)\n";

it('reads all logs of an archive, reports of crashes before the rest and the newest first', function (): void {
    $text = handedOver([
        'logs/old.log' => "[10:00:00] [main/INFO]: up\n[10:00:01] [main/INFO]: good bye\n",
        'logs/2026-05-01.log.gz' => (string) gzencode("[10:00:00] [main/INFO]: up\n".FOG),
        'mods/list.json' => '[]',
        'crash-reports/crash-1.txt' => "java.lang.OutOfMemoryError: Java heap space\n\tat oakum.sky.Aurora.paint(Aurora.java:3)\n",
        'logs/latest.log' => "[10:00:00] [main/INFO]: up\n[10:00:01] [main/INFO]: good bye\n",
    ]);
    preg_match_all('/^══ (.+) ══$/mu', $text, $order);
    expect($order[1])
        ->toBe(['crash-reports/crash-1.txt', 'logs/latest.log', 'logs/2026-05-01.log.gz', 'logs/old.log'])
        ->and(array_map(fn (Diagnosis $one): Failure => $one->kind, diagnosedText($text)))
        ->toBe([Failure::OutOfMemory, Failure::Crash])
        ->and(diagnosedText($text)[1]->suspects)
        ->toBe(['fogbank']);
});

it('tells of one failure once, though the report and the log both do', function (): void {
    expect(diagnosedText(handedOver(['crash.txt' => FOG, 'latest.log' => FOG])))->toHaveCount(1);
});

it('keeps the first quarter and the end of what has too many lines, whatever their length', function (
    int $count,
    int $lines,
    int $length,
): void {
    $all = array_map(fn (int $n): string => "{$n} ".str_repeat('x', $length * ($n % 3)), range(1, $count));
    $kept = explode("\n", rtrim(handedOver(implode("\n", $all)."\n", 50_000_000, $lines), "\n"));
    $first = intdiv($lines, 4);
    expect($kept)->toBe(
        $count <= $lines
            ? $all
            : [
                ...array_slice($all, 0, $first),
                '… '.number_format($count - $lines).' lines are left out here …',
                ...array_slice($all, $first + $count - $lines),
            ],
    );
})->with([[100, 100, 5], [101, 100, 0], [5_000, 100, 3], [40_000, 1_000, 200], [120_000, 100_000, 0], [9, 4, 90_000], [3, 1, 2]]);

it('reads the one log of an archive without a heading', function (): void {
    expect(handedOver(['latest.log' => FOG]))->toBe(FOG);
});

it('puts records in XML into lines', function (string $xml, string $level): void {
    $text = handedOver($xml);
    $lines = (new LogReader(Logs::game()->log))->lines($text);
    expect($lines[0]->levelName())->toBe($level)->and($lines[0]->message)->toBe('The game stops')->and($text)->not->toContain('</');
    $said = diagnosedText($text)[0];
    expect($said->kind)
        ->toBe(Failure::Crash)
        ->and($said->suspects)
        ->toBe(['fogbank'])
        ->and($said->get('message'))
        ->toBe('no <fog>');
})->with([
    // The form of the JDK's own formatter: its document type, logger.dtd; cut off, as after a crash.
    'java.util.logging' => [
        "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<!DOCTYPE log SYSTEM \"logger.dtd\">\n<log>\n<record>\n  ".
        "<date>2026-05-01T10:00:00Z</date>\n  <logger>ferry</logger>\n  <level>SEVERE</level>\n  <thread>1</thread>\n  <message>The game ".
        "stops</message>\n  <exception>\n    <message>java.lang.IllegalStateException: no &lt;fog&gt;</message>\n    <frame>\n      ".
        "<class>fog.Bank</class>\n      <method>lift</method>\n      <line>3</line>\n    </frame>\n  </exception>\n</record>\n",
        'error',
    ],
    // From memory: events with prefixed names, as several libraries write them.
    'events' => [
        "<log4j:event logger=\"ferry\" timestamp=\"1777629600000\" level=\"ERROR\" thread=\"main\">\n<log4j:message><![CDATA[The game ".
        "stops]]></log4j:message>\n<log4j:throwable><![CDATA[java.lang.IllegalStateException: no <fog>\n\tat ".
        "fog.Bank.lift(Bank.java:3)]]></log4j:throwable>\n</log4j:event>\n",
        'error',
    ],
    'frames as elements' => [
        '<Event timeMillis="1777629600000" thread="main" level="ERROR" loggerName="ferry"><Message>The game stops</Message><Thrown '.
        'message="no &lt;fog&gt;" name="java.lang.IllegalStateException"><ExtendedStackTrace><ExtendedStackTraceItem class="fog.Bank" '.
        'method="lift" file="Bank.java" line="3"/></ExtendedStackTrace></Thrown></Event>',
        'error',
    ],
]);

it('reads no file that an entity of XML names', function (): void {
    $secret = (string) tempnam(sys_get_temp_dir(), 'secret');
    file_put_contents($secret, 'the key is under the mat');
    try {
        expect(
            handedOver(
                "<?xml version=\"1.0\"?><!DOCTYPE log [<!ENTITY x SYSTEM \"file://{$secret}\">]><log><record><level>INFO</level><message>&".
                    'x;</message></record></log>',
            ),
        )->not->toContain('under the mat');
    } finally {
        unlink($secret);
    }
});

it('counts zeros as they come', function (): void {
    $file = (string) tempnam(sys_get_temp_dir(), 'zeros');
    $zeros = gzopen($file, 'wb9') ?: throw new RuntimeException('It cannot be written.');
    for ($i = 0; $i < 30; $i++) {
        gzwrite($zeros, str_repeat("\0", 1_000_000));
    }
    gzclose($zeros);
    try {
        expect(fn () => (new LogText(1_000_000))->pour($file, "{$file}.text"))->toThrow(UnreadableLog::class, 'longer than 1 MB');
    } finally {
        array_map(unlink(...), array_filter([$file, "{$file}.text"], is_file(...)));
    }
});

it('keeps of a line of 20 MB what is looked at, and its place', function (): void {
    $file = tmpfile() ?: throw new RuntimeException('It cannot be written.');
    for ($i = 0; $i < 20; $i++) {
        fwrite($file, str_repeat('rope ', 200_000));
    }
    fwrite($file, "\nthe last\n");
    rewind($file);
    memory_reset_peak_usage();
    $before = memory_get_usage();
    $lines = iterator_to_array((new LogReader(Logs::game()->log))->of($file), false);
    expect(count($lines))
        ->toBe(2)
        ->and(strlen($lines[0]->message))
        ->toBeLessThanOrEqual(LogReader::LONGEST)
        ->and($lines[1]->message)
        ->toBe('the last')
        ->and($lines[1]->number)
        ->toBe(2)
        ->and(memory_get_peak_usage() - $before)
        ->toBeLessThan(2_000_000);
});

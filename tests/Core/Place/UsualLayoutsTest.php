<?php

declare(strict_types=1);

use Stasimon\Core\Log\Layouts;
use Stasimon\Core\Log\LogLine;

// Layouts of logging libraries as their documentation gives them: log4j 2 (Pattern Layout, JSON Layout), logback (ch.qos.logback
// chapter 6), java.util.logging.SimpleFormatter, Serilog's and .NET's console, NLog's default layout. Common practice elsewhere.

it('knows the usual layouts without being told which', function (
    string $text,
    string $level,
    string $thread,
    string $logger,
    string $message,
): void {
    $line = (new Layouts())->read(7, $text);
    expect($line)
        ->toBeInstanceOf(LogLine::class)
        ->and([$line?->number, $line?->levelName(), $line?->thread, $line?->logger, $line?->message])
        ->toBe([7, $level, $thread, $logger, $message]);
})->with([
    'log4j, logback' => ['14:05:09.123 [main] INFO  ferry.Game - ready', 'info', 'main', 'ferry.Game', 'ready'],
    'with a date' => ['2026-11-26 14:05:09,123 ERROR [worker-1] ferry.Game: gone', 'error', 'worker-1', 'ferry.Game', 'gone'],
    'ISO 8601 with a zone' => ['2026-11-26T14:05:09.123+01:00 WARN ferry.Game - odd', 'warn', '', 'ferry.Game', 'odd'],
    'thread and level in one bracket' => ['[14:05:09] [Render thread/ERROR]: gone', 'error', 'Render thread', '', 'gone'],
    'columns' => ['2026-11-26 14:05:09,123 | WARN  | main | ferry.Game | odd', 'warn', '', 'main', 'ferry.Game | odd'],
    'a level written small' => ['14:05:09 [warn] odd', 'warn', '', '', 'odd'],
    'words that are levels elsewhere' => [
        '14:05:09 Loading config from disk, no error so far, all fine',
        'info',
        '',
        '',
        'Loading config from disk, no error so far, all fine',
    ],
    'level first' => ['ERROR gone', 'error', '', '', 'gone'],
    'thread first' => ['[main] WARN odd', 'warn', 'main', '', 'odd'],
    'java.util.logging' => ['SEVERE: gone', 'error', '', '', 'gone'],
    'java.util.logging in German' => ['WARNUNG: odd', 'warn', '', '', 'odd'],
    'java.util.logging in Japanese' => ['情報: ready', 'info', '', '', 'ready'],
    'Serilog' => ['[14:05:09 ERR] gone', 'error', '', '', 'gone'],
    '.NET console' => ['fail: Post.Office[12]', 'error', '', 'Post.Office', ''],
    'JSON' => ['{"level":"ERROR","thread":"main","loggerName":"ferry.Game","message":"gone"}', 'error', 'main', 'ferry.Game', 'gone'],
    'JSON with a trace' => [
        '{"@t":"2026-11-26T14:05:09Z","@l":"Warning","@m":"odd","@x":"System.Exception: no\n  at A.B()"}',
        'warn',
        '',
        '',
        "odd\nSystem.Exception: no\n  at A.B()",
    ],
    'JSON with a number for a level' => ['{"level":50,"time":1795725185208,"msg":"gone"}', 'error', '', '', 'gone'],
]);

it('takes for no entry what is a line of another', function (string $text): void {
    expect((new Layouts())->read(1, $text))->toBeNull();
})->with([
    [''],
    ["\tat fog.Bank.raise(Bank.java:77)"],
    ['    at fog.Bank.raise(Bank.java:77)'],
    ['Caused by: java.lang.IllegalStateException: no'],
    ['java.lang.IllegalStateException: ERROR'],
    ['Error: Could not find or load main class ferry.Game'],
    ['Nov 26, 2026 8:31:55 PM ferry.Game main'],
    ['{"this": is no JSON}'],
    ['{"neither":"level nor message"}'],
    ['Errors were found'],
    ['  ERROR indented'],
]);

it('shows of a time what fits, and of a message its breaks', function (): void {
    $line = (new Layouts())->read(1, '2026-11-26T14:05:09.123456+01:00 WARN ferry.Game - odd');
    expect($line?->clock())
        ->toBe('14:05:09.123')
        ->and($line?->saying("a\nb")->inOneLine())
        ->toBe('a ⏎ b');
});

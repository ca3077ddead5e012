<?php

declare(strict_types=1);

namespace Standins\Game;

/** Writes to standard output and to logs/latest.log. */
final class Log
{
    private readonly float $start;

    /** @var resource */
    private $file;

    public function __construct(string $dir)
    {
        $this->start = microtime(true);
        is_dir("{$dir}/logs") || mkdir("{$dir}/logs");
        $file = fopen("{$dir}/logs/latest.log", 'w');
        $file !== false || exit(74);
        $this->file = $file;
    }

    public function say(string $level, string $logger, string $message, string $thread = 'main'): void
    {
        $seconds = microtime(true) - $this->start;
        $this->raw(
            sprintf('%02d:%06.3f %-8s %-5s %-10s %s', intdiv((int) $seconds, 60), fmod($seconds, 60), $thread, $level, $logger, $message),
        );
    }

    public function info(string $logger, string $message, string $thread = 'main'): void
    {
        $this->say('info', $logger, $message, $thread);
    }

    /** Lines as a runtime prints them, in no form of the game's. */
    public function raw(string ...$lines): void
    {
        $text = implode("\n", $lines)."\n";
        fwrite($this->file, $text);
        echo $text;
        flush();
    }
}

<?php

declare(strict_types=1);

namespace Tests\Support;

use RuntimeException;
use Symfony\Component\Process\Process;

/** A folder that nginx, which is not ours, gives out as it lies; with how much of it was sent. */
final class WebFolder
{
    public readonly string $address;

    private Process $server;

    private readonly string $own;

    /** @param  string  $rule  what else stands in its configuration, for a place that is kept in another way */
    public function __construct(private readonly string $folder, string $rule = '')
    {
        $free = stream_socket_server('tcp://127.0.0.1:0') ?: throw new RuntimeException('no port is free');
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($free, false), ':'), 1);
        fclose($free);
        $this->address = "127.0.0.1:{$port}";
        $this->own = sys_get_temp_dir().'/web-'.bin2hex(random_bytes(5));
        mkdir($this->own);
        $spools = implode('', array_map(
            fn (string $one): string => "{$one}_temp_path {$this->own}/{$one};\n",
            ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'],
        ));
        // Whoever runs it, so that it may read what the tests wrote.
        $user = posix_geteuid() === 0 ? "user root;\n" : '';
        file_put_contents(
            "{$this->own}/nginx.conf",
            "daemon off;\n{$user}worker_processes 1;\npid {$this->own}/pid;\nerror_log {$this->own}/errors;\n".
                "events { worker_connections 256; }\nhttp {\n{$spools}log_format sent '\$status \$bytes_sent \$request_uri';\n".
                "access_log {$this->own}/sent sent;\nserver {\nlisten {$this->address};\nroot {$folder};\n".
                (str_contains($rule, 'autoindex') ? '' : "autoindex on;\n")."{$rule}\n}\n}\n",
        );
        $this->start();
    }

    /** Lists all files with their digests, as coreutils do. */
    public function list(): void
    {
        Process::fromShellCommandline(
            "find . -type f ! -name SHA256SUMS -printf '%P\\0' | sort -z | xargs -0 -r sha256sum > \"\$PWD.sums\"".
                ' && mv "$PWD.sums" SHA256SUMS',
            $this->folder,
            timeout: null,
        )->mustRun();
    }

    /** @return array{questions: int, bytes: int} since it began, or since that was asked last */
    public function sent(): array
    {
        $lines = (array) @file("{$this->own}/sent");
        file_put_contents("{$this->own}/sent", '');

        return [
            'questions' => count($lines),
            'bytes' => array_sum(array_map(fn (string $line): int => (int) explode(' ', $line)[1], $lines)),
        ];
    }

    /** Begins anew, with what its configuration includes now. */
    public function again(): void
    {
        $this->server->stop(5);
        $this->start();
    }

    private function start(): void
    {
        $this->server = new Process(['nginx', '-c', "{$this->own}/nginx.conf", '-e', "{$this->own}/errors"]);
        $this->server->start();
        $end = microtime(true) + 60;
        $any = stream_context_create(['http' => ['ignore_errors' => true]]);
        for (; @file_get_contents("http://{$this->address}/", context: $any) === false && microtime(true) < $end; usleep(20_000)) {
            if (! $this->server->isRunning()) {
                throw new RuntimeException($this->server->getErrorOutput());
            }
        }
    }

    public function __destruct()
    {
        $this->server->stop(5);
        Process::fromShellCommandline('rm -rf '.escapeshellarg($this->own))->run();
    }
}

<?php

declare(strict_types=1);

namespace Tests\Support;

use RuntimeException;
use Symfony\Component\Process\Process;

/** A registry that is not ours (Debian package docker-registry), alone or behind nginx with tokens that it wants. */
final class RealRegistry
{
    public readonly string $address;

    private readonly Process $server;

    private readonly string $folder;

    /** @param  string|null  $realm  from where whoever asks gets tokens; null where it wants none */
    public function __construct(?string $realm = null)
    {
        $free = stream_socket_server('tcp://127.0.0.1:0') ?: throw new RuntimeException('no port is free');
        $this->address = (string) stream_socket_get_name($free, false);
        fclose($free);
        $this->folder = sys_get_temp_dir().'/registry-'.bin2hex(random_bytes(5));
        mkdir($this->folder);
        $auth = '';
        if ($realm !== null) {
            $this->makeKey();
            $auth = "auth:\n  token: {realm: '{$realm}', service: registry, issuer: tests, rootcertbundle: {$this->folder}/cert.pem}\n";
        }
        file_put_contents(
            "{$this->folder}/config.yml",
            "version: 0.1\nlog: {level: error}\nstorage: {filesystem: {rootdirectory: {$this->folder}/data}}\n".
                "http: {addr: '{$this->address}'}\n{$auth}",
        );
        $this->server = new Process(['docker-registry', 'serve', "{$this->folder}/config.yml"]);
        $this->server->start();
        $any = stream_context_create(['http' => ['ignore_errors' => true]]);
        for ($end = microtime(true) + 60; @file_get_contents("http://{$this->address}/v2/", context: $any) === false; usleep(20_000)) {
            if (! $this->server->isRunning() || microtime(true) > $end) {
                throw new RuntimeException($this->server->getErrorOutput());
            }
        }
    }

    /** What lets one do everything in a repository, as the registry checks it (JSON Web Token, RFC 7519). */
    public function token(string $repository): string
    {
        $part = fn (mixed $of): string => rtrim(strtr(base64_encode(is_string($of) ? $of : (string) json_encode($of)), '+/', '-_'), '=');
        $cert = preg_replace('/-----[^-]+-----|\s/', '', (string) file_get_contents("{$this->folder}/cert.pem"));
        $claims = [
            'iss' => 'tests', 'sub' => 'wren', 'aud' => 'registry', 'exp' => time() + 3600, 'nbf' => time() - 60, 'iat' => time(),
            'jti' => bin2hex(random_bytes(8)),
            'access' => [
                ['type' => 'repository', 'name' => $repository, 'actions' => ['pull', 'push']],
                ['type' => 'registry', 'name' => 'catalog', 'actions' => ['*']],
            ],
        ];
        $signed = $part(['typ' => 'JWT', 'alg' => 'RS256', 'x5c' => [$cert]]).'.'.$part($claims);
        openssl_sign($signed, $signature, (string) file_get_contents("{$this->folder}/key.pem"), OPENSSL_ALGO_SHA256);

        return "{$signed}.{$part((string) $signature)}";
    }

    private function makeKey(): void
    {
        (new Process([
            'openssl', 'req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', '/CN=tests',
            '-keyout', "{$this->folder}/key.pem", '-out', "{$this->folder}/cert.pem",
        ]))->mustRun();
    }

    public function __destruct()
    {
        $this->server->stop(5);
        (new Process(['rm', '-rf', $this->folder]))->run();
    }
}

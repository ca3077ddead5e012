<?php

declare(strict_types=1);

namespace Standins\Game;

/**
 * Where players come in. A client says what it is; a server lets it in where both have the same game, loader and mods of
 * both sides, and otherwise says everything in which they differ. Each sends one line of JSON.
 */
final class Lobby
{
    /** Seconds that either waits for a word of the other. */
    private const PATIENCE = 20;

    private bool $leaves = false;

    /** @param  array{game: string, loader: string, mods: array<string, string>}  $own */
    public function __construct(private readonly Log $log, private readonly array $own)
    {
    }

    /** @param  array<string, ModFile>  $mods */
    public static function of(Log $log, string $game, string $loader, array $mods): self
    {
        // What others need on one side only is nobody's business on the other.
        $shared = array_filter(
            $mods,
            fn (ModFile $mod): bool => $mod->says['side'] === 'both' && ($mod->says['type'] ?? 'mod') !== 'library',
        );

        return new self($log, [
            'game' => $game,
            'loader' => $loader,
            'mods' => array_map(fn (ModFile $mod): string => $mod->version, $shared),
        ]);
    }

    /** Lets players in until the server is asked to leave. */
    public function open(int $port): void
    {
        if (function_exists('pcntl_signal')) {
            pcntl_async_signals(true);
            pcntl_signal(SIGTERM, function (): void {
                $this->leaves = true;
            });
        }
        $socket = stream_socket_server("tcp://127.0.0.1:{$port}", $code, $why);
        if ($socket === false) {
            $this->log->say('error', 'join', "cannot listen on port {$port}: {$why}");
            throw new Stop('', 1);
        }
        $this->log->info('launch', 'open to players at '.stream_socket_get_name($socket, false), 'server');
        while (! $this->leaves) {
            $player = @stream_socket_accept($socket, 0.2);
            if ($player !== false) {
                $this->answer($player);
            }
        }
        $this->log->info('launch', 'leaving as asked', 'server');
    }

    /** @param  resource  $player */
    private function answer($player): void
    {
        stream_set_timeout($player, self::PATIENCE);
        $says = json_decode((string) fgets($player), true);
        $differences = is_array($says) ? $this->differences($says) : ['it does not say what it is'];
        foreach ($differences as $difference) {
            $this->log->say('warn', 'join', "a player is turned away: {$difference}");
        }
        $differences === [] ? $this->log->info('join', 'a player has joined', 'server') : null;
        fwrite($player, json_encode($differences)."\n");
        fclose($player);
    }

    /**
     * @param  array<string, mixed>  $says
     * @return list<string> as the player is told
     */
    private function differences(array $says): array
    {
        $differences = [];
        foreach (['game', 'loader'] as $part) {
            if (($says[$part] ?? '') !== $this->own[$part]) {
                $differences[] =
                    'the '.
                    $part.
                    ' is '.
                    (is_string($says[$part] ?? null) ? $says[$part] : 'nothing').
                    " here, and {$this->own[$part]} on the server";
            }
        }
        $theirs = array_filter((array) ($says['mods'] ?? []), is_string(...));
        foreach ($this->own['mods'] + $theirs as $id => $any) {
            [$mine, $other] = [$this->own['mods'][$id] ?? null, $theirs[$id] ?? null];
            if ($mine !== $other) {
                $differences[] = match (null) {
                    $other => "{$id} {$mine} is on the server and not here",
                    $mine => "{$id} {$other} is here and not on the server",
                    default => "{$id} {$other} is here, and {$mine} on the server",
                };
            }
        }

        return $differences;
    }

    /** Joins a server, or stops with what it says. */
    public function join(string $address): void
    {
        $this->log->info('join', "joining {$address}", 'client');
        $socket = @stream_socket_client("tcp://{$address}", $code, $why, self::PATIENCE);
        if ($socket === false) {
            $this->log->say('error', 'join', "{$address} does not answer: {$why}");
            throw new Stop('', 1);
        }
        stream_set_timeout($socket, self::PATIENCE);
        fwrite($socket, json_encode($this->own)."\n");
        $differences = json_decode((string) fgets($socket), true);
        foreach (is_array($differences) ? $differences : ['the server says nothing'] as $difference) {
            $this->log->say('error', 'join', (string) $difference);
        }
        if ($differences !== []) {
            throw new Stop('', 1);
        }
        $this->log->info('join', 'joined; leaving as asked', 'client');
    }
}

<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

use App\Disk\Archives;
use App\Disk\Folder;
use App\Games\Games;
use App\Games\Taught\Agreements;
use App\Games\Taught\Runtimes;
use App\Models\Instance;
use App\Models\NeededBy;
use App\Models\PlacedRelease;
use App\Models\Side;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Game\OwnWords;
use Stasimon\Core\Game\PlacedFile;
use Stasimon\Core\Game\Way;
use Stasimon\Core\Place\Order\OrderRule;
use Stasimon\Core\Place\Order\Sequence;
use Stasimon\Core\Place\Order\Strength;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\Rule;
use Symfony\Component\Process\ExecutableFinder;

/** What is run to start a game on a folder, and what is written into the folder before it. */
final readonly class Starting
{
    public function __construct(
        private Games $games,
        private Runtimes $runtimes,
        private Archives $archives,
        private Agreements $agreements,
    ) {
    }

    /**
     * Writes the files that the game reads when it starts, and says what to run.
     *
     * @param  string  $dir  the folder: an instance's live/, or its trial/
     * @param  bool  $plain  without the loader
     * @param  int  $seed  of what the game leaves to chance
     * @param  string  $server  that it is to join
     * @param  OwnWords  $words  what a person adds
     * @return list<string>
     *
     * @throws Refusal for a game whose command nobody has agreed to, a folder that leads elsewhere, or a program that is not there
     */
    public function prepare(
        Plan $plan,
        string $dir,
        Side $side,
        bool $plain = false,
        int $seed = 0,
        Way $way = Way::Rehearse,
        string $server = '',
        OwnWords $words = new OwnWords(),
    ): array {
        $game = $this->games->get($plan->base->game);
        $this->agreements->require($game);
        $files = $plain ? [] : $this->files($dir, $plan);
        $loader = array_values(array_filter($files, fn (PlacedFile $file): bool => $file->kind === Kind::Loader))[0] ?? null;
        $values = [
            'program' => $this->runtimes->program($game, $plan->base->runtimeVersion),
            'standins' => (string) config('stasimon.standins'),
            'dir' => $dir,
            'game' => "{$plan->base->game}:{$plan->base->gameVersion}",
            'runtime' => "{$plan->base->runtime}:{$plan->base->runtimeVersion}",
            'loader' => $plain ? '' : "{$plan->base->loader}:{$plan->base->loaderVersion}",
            'loaderFile' => $loader === null ? '' : "{$dir}/{$loader->path}",
            'memory' => (string) $plan->base->memory,
            'side' => $side->value,
            'seed' => (string) $seed,
            'server' => $server,
        ];
        foreach ($game->launch->templates as $template) {
            self::write($dir, $template->path, $template->text($values, $files));
        }

        $command = $game->launch->command($values, $way);
        if (str_starts_with($command[0], "{$dir}/") && ! is_file($command[0])) {
            throw Refusal::conflict(
                'The game\'s program, '.
                    substr($command[0], strlen($dir) + 1).
                    ", is not in the instance's folder, so nothing was started. Say where {$game->name} is on its page in Games, and lay ".
                    'everything anew.',
            );
        }
        if (! $plain && $words->folder !== '' && self::in($words, $dir) === $dir) {
            throw Refusal::conflict(
                "{$words->folder}, in which the game is to be started, is no folder of the instance, so nothing was started. ".
                    'About it, under "How it is launched", is where it stands.',
            );
        }
        $wrapper = $words->before[0] ?? null;
        if ($wrapper !== null && ! self::isProgram($wrapper, self::in($words, $dir))) {
            throw Refusal::conflict(
                "{$wrapper}, which you have put before the game's command, is no program of this machine, so nothing was started. ".
                    'About it, under "How it is launched", is where it stands.',
            );
        }

        return $words->around($command);
    }

    /** The folder in which it is started: what a person has named, if that is there, or the instance's. */
    public static function in(OwnWords $words, string $dir): string
    {
        $named = "{$dir}/{$words->folder}";

        return $words->folder !== '' && is_dir($named) && ! is_link($named) ? $named : $dir;
    }

    /** @param  string  $from  the folder in which it is started */
    private static function isProgram(string $word, string $from): bool
    {
        return str_contains($word, '/')
            ? is_file($at = $word[0] === '/' ? $word : "{$from}/{$word}") && is_executable($at)
            : (new ExecutableFinder())->find($word) !== null;
    }

    /**
     * What another machine starts the same with: the files that the game reads, and a script.
     *
     * @return array<string, string> path => text
     *
     * @throws Refusal for a game whose command nobody has agreed to
     */
    public function elsewhere(Instance $instance, Side $side, Way $way): array
    {
        $plan = $instance->plan;
        $game = $this->games->get($plan->base->game);
        $this->agreements->require($game);
        $files = $this->files((new Folder($instance))->live(), $plan);
        $loader = array_values(array_filter($files, fn (PlacedFile $file): bool => $file->kind === Kind::Loader))[0] ?? null;
        $values = [
            'program' => $game->runtimeFound,
            'standins' => (string) config('stasimon.standins'),
            'dir' => '.',
            'game' => "{$plan->base->game}:{$plan->base->gameVersion}",
            'runtime' => "{$plan->base->runtime}:{$plan->base->runtimeVersion}",
            'loader' => "{$plan->base->loader}:{$plan->base->loaderVersion}",
            'loaderFile' => $loader === null ? '' : "./{$loader->path}",
            'memory' => (string) $plan->base->memory,
            'side' => $side->value,
            'seed' => '0',
            'server' => '',
        ];
        $texts = [];
        foreach ($game->launch->templates as $template) {
            $texts[$template->path] = $template->text($values, $files);
        }
        $command = implode(' ', array_map(escapeshellarg(...), $game->launch->command($values, $way)));

        $name = preg_replace('/[^a-z0-9]+/', '-', mb_strtolower($instance->name)) ?? '';
        $unit = (trim($name, '-') ?: 'server').'.service';

        return $texts + [
            // As systemd.unit(5) and systemd.service(5) have it; %h is the home of whoever runs it.
            $unit => "[Unit]\nDescription={$game->name} {$plan->base->gameVersion}\nAfter=network-online.target\n\n[Service]\n".
                "# Where this folder lies.\nWorkingDirectory=%h/server\nExecStart=/bin/sh ./start.sh\nRestart=on-failure\n\n".
                "[Install]\nWantedBy=default.target\n",
            'start.sh' => "#!/bin/sh\n# Starts it with {$game->runtimeName} {$plan->base->runtimeVersion}, which has to be on this ".
            "machine.\ncd \"\$(dirname \"\$0\")\" || exit 1\nexec {$command}\n",
        ];
    }

    /** @return list<PlacedFile> what of the instance's releases is in the folder, in the order of the plan */
    private function files(string $dir, Plan $plan): array
    {
        $files = $digests = $needed = [];
        foreach (
            PlacedRelease::query()
                ->where('instance_id', basename(dirname($dir)))
                ->whereNotNull('path')
                ->orderBy('path')
                ->get(['package_id', 'version', 'kind', 'path', 'sha256', 'because']) as $placed
        ) {
            array_push(
                $needed,
                ...array_map(
                    fn (NeededBy $one): OrderRule => new OrderRule((string) $placed->package_id, $one->id, Strength::Should),
                    $placed->because->needed,
                ),
            );
            $digests[trim((string) $placed->sha256)] = (string) $placed->package_id;
            if (is_file("{$dir}/{$placed->path}")) {
                $files[] = new PlacedFile(
                    (string) $placed->package_id,
                    (string) $placed->version,
                    Kind::from((string) $placed->kind),
                    (string) $placed->path,
                );
            }
        }

        $rules = [
            ...array_map(fn (Rule $rule): OrderRule => new OrderRule($rule->first, $rule->then, Strength::Must), $plan->rules),
            ...$this->archives->rules($digests),
            ...$this->games->get($plan->base->game)->launch->started() === [] ? [] : $needed,
        ];
        $place = array_flip(
            Sequence::of(array_fill_keys(array_map(fn (PlacedFile $file): string => $file->id, $files), []), $plan->order, $rules),
        );
        usort($files, fn (PlacedFile $a, PlacedFile $b): int => $place[$a->id] <=> $place[$b->id]);

        return $files;
    }

    /** Never through a link: what is written there would be written elsewhere. */
    private static function write(string $dir, string $path, string $text): void
    {
        for ($part = $path; $part !== '.'; $part = dirname($part)) {
            if (is_link("{$dir}/{$part}")) {
                throw Refusal::conflict("{$part} is a link to another place, so {$path} is not written there, and nothing was launched.");
            }
        }
        File::ensureDirectoryExists(dirname("{$dir}/{$path}"));
        // Anew, not into what is there: that may be a file of the store.
        @unlink("{$dir}/{$path}");
        if (@file_put_contents("{$dir}/{$path}", $text) !== strlen($text)) {
            throw FullDisk::writing($path);
        }
    }
}

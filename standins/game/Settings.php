<?php

declare(strict_types=1);

namespace Standins\Game;

/** The settings of a mod: written when there are none, and read each time. */
final class Settings
{
    public readonly string $file;

    public function __construct(private readonly string $dir, private readonly ModFile $mod)
    {
        $this->file = 'config/'.($mod->does['configAs'] ?? (isset($mod->does['numbers']) ? "{$mod->id}.cfg" : "{$mod->id}.json"));
    }

    public function establish(): void
    {
        $path = "{$this->dir}/{$this->file}";
        is_dir(dirname($path)) || mkdir(dirname($path), 0o755, true);
        is_file($path) || file_put_contents($path, $this->text());
    }

    /** The line from which on it cannot be understood; null where it can. */
    public function wrong(): ?int
    {
        $text = (string) file_get_contents("{$this->dir}/{$this->file}");

        return str_ends_with($this->file, '.json') && json_decode($text) === null ? 1 + substr_count(rtrim($text), "\n") : null;
    }

    /** @return array<string, int> what it is called => the number that it takes, as the settings say */
    public function numbers(): array
    {
        preg_match_all('/^number\.([^=]+)=(\d+)/m', (string) file_get_contents("{$this->dir}/{$this->file}"), $lines);

        return array_combine($lines[1], array_map(intval(...), $lines[2]));
    }

    private function text(): string
    {
        if (isset($this->mod->does['numbers'])) {
            return "# {$this->mod->id}\n".
                implode(
                    '',
                    array_map(
                        fn (string $name, int $number): string => "number.{$name}={$number}\n",
                        array_keys($this->mod->does['numbers']),
                        $this->mod->does['numbers'],
                    ),
                );
        }
        $values = $this->mod->does['config'];
        if (str_ends_with($this->file, '.json')) {
            return json_encode($values, JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR);
        }
        $between = str_ends_with($this->file, '.yml') ? ': ' : (str_ends_with($this->file, '.toml') ? ' = ' : '=');
        $lines = array_map(fn (string $key, mixed $value): string => $key.$between.json_encode($value), array_keys($values), $values);

        return "# {$this->mod->id}\n".(str_ends_with($this->file, '.ini') ? "[settings]\n" : '').implode("\n", $lines)."\n";
    }
}

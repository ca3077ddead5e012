<?php

declare(strict_types=1);

namespace App\Configs;

use App\Refusal\Refusal;
use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Config\Encoded;

/** Words in configs, and others in their place: as characters, so that every byte that is none of theirs stays. */
final readonly class ConfigSearch
{
    /** Lines that are shown. */
    public const SHOWN = 300;

    private string $pattern;

    /** @param  string|null  $with  what is put in their place; null where nothing is */
    public function __construct(private string $words, private ?string $with, bool $exactly)
    {
        $this->pattern = '/'.preg_quote($words, '/').'/u'.($exactly ? '' : 'i');
    }

    /**
     * @param  iterable<string, string>  $configs  path => bytes
     * @return list<FoundLine>
     */
    public function lines(iterable $configs): array
    {
        $found = [];
        foreach ($this->words === '' ? [] : $configs as $path => $bytes) {
            foreach (preg_split('/\r\n|\n|\r/', Encoded::read(ConfigSyntax::ofPath($path), $bytes)->text ?? '') ?: [] as $n => $line) {
                if (preg_match($this->pattern, $line) === 1) {
                    $found[] = new FoundLine($path, $n + 1, $line, $this->with === null ? null : $this->replaced($line));
                    if (count($found) >= self::SHOWN) {
                        return $found;
                    }
                }
            }
        }

        return $found;
    }

    /** A config with the other words in it; as it is where it is no text. */
    public function in(string $path, string $bytes): string
    {
        $written = Encoded::read(ConfigSyntax::ofPath($path), $bytes);
        $text = $written === null ? '' : $this->replaced($written->text);

        return $written === null || $text === $written->text ? $bytes : WrittenConfig::bytes($written, $path, $text);
    }

    /** Why the other words cannot stand in a config; empty where they can. */
    public function problem(string $path, string $bytes): string
    {
        try {
            $new = $this->in($path, $bytes);
        } catch (Refusal $refusal) {
            return $refusal->getMessage();
        }
        $syntax = ConfigSyntax::ofPath($path);
        $wrong = $syntax === null || $new === $bytes || $syntax->wrong($bytes) !== null ? null : $syntax->wrong($new);

        return $wrong === null ? '' : "{$path} could not be read any more: line {$wrong->line}, {$wrong->why}.";
    }

    private function replaced(string $text): string
    {
        return (string) preg_replace_callback($this->pattern, fn (): string => (string) $this->with, $text);
    }
}

<?php

declare(strict_types=1);

namespace App\View;

use App\Configs\Config;
use Stasimon\Core\Config\Difference;

/** One config, to be written, beside what it was or is elsewhere. */
final readonly class ConfigPage
{
    /** Differences that are shown. */
    private const SHOWN = 60;

    /** @var list<array{line: int, was: list<string>, now: list<string>}> */
    public array $places;

    public int $count;

    public bool $isText;

    /**
     * @param  array<string, string>  $others  what it can be put beside
     * @param  string  $with  what it is put beside
     * @param  string  $seen  SHA-256 of what a change of it is made to
     * @param  bool  $isContested  whether the text was written to what it was earlier, and it has become another one since
     */
    public function __construct(
        public Config $config,
        public string $text,
        public array $others,
        public string $with,
        private ?string $other,
        public string $seen,
        public bool $isContested = false,
    ) {
        $this->isText = mb_check_encoding($text, 'UTF-8') && ! str_contains($text, "\0");
        $places = $other === null || ! $this->isText || ! mb_check_encoding($other, 'UTF-8') ? [] : Difference::of($other, $text)->places();
        $this->count = count($places);
        $this->places = array_slice($places, 0, self::SHOWN);
    }

    public function isSame(): bool
    {
        return $this->other === $this->text;
    }

    public function lines(): int
    {
        return substr_count($this->text, "\n") + 1;
    }
}

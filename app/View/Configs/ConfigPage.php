<?php

declare(strict_types=1);

namespace App\View\Configs;

use App\Configs\Config;
use Stasimon\Core\Config\DifferentPlace;
use Stasimon\Core\Config\Encoded;
use Stasimon\Core\Config\LineEnds;
use Stasimon\Core\Config\TextDifference;

/** One config, to be written, beside what it was or is elsewhere. */
final readonly class ConfigPage
{
    /** Differences that are shown. */
    private const SHOWN = 60;

    /** @var list<DifferentPlace> */
    public array $places;

    public int $count;

    /** The characters of it, and how they are written; null where it is no text. */
    private ?Encoded $written;

    /**
     * @param  string  $bytes  as it is
     * @param  array<string, string>  $others  what it can be put beside
     * @param  string  $with  what it is put beside
     * @param  string|null  $other  bytes of that
     * @param  string  $seen  SHA-256 of what a change of it is made to
     * @param  string|null  $yours  the text that was written to what it was earlier, where it has become another one since
     */
    public function __construct(
        public Config $config,
        private string $bytes,
        public array $others,
        public string $with,
        private ?string $other,
        public string $seen,
        private ?string $yours = null,
    ) {
        $this->written = Encoded::read($config->syntax, $bytes);
        $beside = $other === null ? null : Encoded::read($config->syntax, $other);
        $now = $yours === null ? $this->written?->text : LineEnds::kept($beside->text ?? '', $yours);
        $places = $beside === null || $now === null ? [] : TextDifference::of($config->syntax, $beside->text, $now)->places();
        $this->count = count($places);
        $this->places = array_slice($places, 0, self::SHOWN);
    }

    public function isText(): bool
    {
        return $this->written !== null;
    }

    public function isContested(): bool
    {
        return $this->yours !== null;
    }

    public function text(): string
    {
        return $this->yours ?? $this->written->text ?? '';
    }

    /** How its characters are written, where that is not UTF-8; empty where it is. */
    public function encoding(): string
    {
        return $this->written === null || $this->written->encoding === Encoded::UTF8 ? '' : $this->written->words();
    }

    public function isSame(): bool
    {
        return $this->yours === null && $this->other === $this->bytes;
    }

    public function lines(): int
    {
        return substr_count($this->text(), "\n") + 1;
    }
}

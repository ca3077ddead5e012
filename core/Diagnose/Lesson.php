<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Game\Failure;
use Stasimon\Core\Log\LogLine;

/** What a person has said of a failure: whose fault it was, by which the same lines are known again. */
final readonly class Lesson
{
    /** Bytes of a line that it is known by. */
    private const LONGEST = 1_000;

    /** @param  string  $pattern  over the line that says what failed */
    public function __construct(public Failure $kind, public string $pattern, public string $package)
    {
    }

    /** Numbers, which differ from launch to launch, may be any. */
    public static function from(Diagnosis $diagnosis, string $package): self
    {
        $line = mb_strcut(($diagnosis->quotes[0] ?? null)->message ?? '', 0, self::LONGEST, 'UTF-8');

        return new self($diagnosis->kind, '/^'.preg_replace('/\d+/', '\d+', preg_quote($line, '/')).'/u', $package);
    }

    public function isAbout(Diagnosis $diagnosis): bool
    {
        return $diagnosis->kind === $this->kind &&
            array_filter($diagnosis->quotes, fn (LogLine $line): bool => @preg_match($this->pattern, $line->message) === 1) !== [];
    }

    /**
     * A diagnosis with what was learned: whom a person has named is looked at as well, after those that the log speaks against.
     *
     * @param  list<self>  $lessons
     * @param  callable(string): string  $title  what a package is called
     */
    public static function recalled(array $lessons, Diagnosis $diagnosis, callable $title): Diagnosis
    {
        foreach ($lessons as $lesson) {
            if ($lesson->isAbout($diagnosis)) {
                $diagnosis = $diagnosis->suspectingToo(
                    $lesson->package,
                    "You said that it was {$title($lesson->package)} when the same lines came before.",
                );
            }
        }

        return $diagnosis;
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

/** Whom and what a diagnosis is about, in words that stand in a sentence. */
final readonly class Subjects
{
    /**
     * @param  string  $who  the package that failed, with its version
     * @param  string  $whose  the same at the beginning of a sentence, or the game
     * @param  string  $other  the package that it is about, with its version
     * @param  string  $target  that package by its name
     * @param  string  $asked  that package, with what is asked of it
     * @param  string  $nowhere  "which ... it did not find"
     * @param  string  $has  a sentence about the release of it that is here, or nothing
     */
    public function __construct(
        public Diagnosis $diagnosis,
        public string $who,
        public string $whose,
        public string $other,
        public string $target,
        public string $asked,
        public string $nowhere,
        public string $has,
    ) {
    }

    public function get(string $detail): string
    {
        return $this->diagnosis->get($detail);
    }

    /** A detail in a sentence: a definition's signature need not catch everything that one could say. */
    public function said(string $detail): string
    {
        return $this->get($detail) === '' ? 'something else' : $this->get($detail);
    }
}

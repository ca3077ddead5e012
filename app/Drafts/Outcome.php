<?php

declare(strict_types=1);

namespace App\Drafts;

/** What an instance's draft comes to, or what is applied where there is none: enough for every page but the draft's own. */
final readonly class Outcome
{
    /**
     * @param  array<string, string>|null  $versions  package id => version; null when there is no line-up
     * @param  int  $toFetch  bytes
     */
    public function __construct(public Answer $answer, public ?array $versions, public int $toFetch = 0, public ?Told $told = null)
    {
    }

    public static function of(LineUp $lineUp, Answer $ifStopped): self
    {
        return match (true) {
            $lineUp->isStopped => new self($ifStopped, null),
            $lineUp->resolved === null => new self(Answer::Impossible, null, 0, $lineUp->told()),
            default => new self(Answer::LineUp, $lineUp->resolved->versions(), $lineUp->toFetch()),
        };
    }

    /** @return array<string, mixed> as it is kept */
    public function kept(): array
    {
        return [
            'answer' => $this->answer->value,
            'versions' => $this->versions,
            'toFetch' => $this->toFetch,
            'told' => $this->told?->kept(),
        ];
    }

    /** @param  array<string, mixed>  $kept */
    public static function ofKept(array $kept): self
    {
        return new self(
            Answer::from($kept['answer']),
            $kept['versions'],
            $kept['toFetch'],
            $kept['told'] === null ? null : Told::ofKept($kept['told']),
        );
    }
}

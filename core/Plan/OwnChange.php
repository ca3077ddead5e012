<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

/** What becomes of a file of the instance's own: another content, the one that it had in a rehearsal, or another name. */
final readonly class OwnChange
{
    /**
     * @param  string|null  $content  SHA-256 of what is to be in it
     * @param  int|null  $rehearsal  the one as of which it is
     */
    private function __construct(public ?string $content = null, public ?int $rehearsal = null)
    {
    }

    public static function content(string $sha256): self
    {
        return new self(content: $sha256);
    }

    public static function asIn(int $rehearsal): self
    {
        return new self(rehearsal: $rehearsal);
    }

    /** It gets another name, so that the game makes a new one. */
    public static function away(): self
    {
        return new self();
    }

    public function isAway(): bool
    {
        return $this->content === null && $this->rehearsal === null;
    }

    public function words(): string
    {
        return match (true) {
            $this->content !== null => 'gets another content.',
            $this->rehearsal !== null => "becomes as it was in rehearsal {$this->rehearsal}.",
            default => 'is kept under another name.',
        };
    }

    /** As a plan keeps it: a digest, the number of a rehearsal, or 0 for one that gets another name. */
    public function kept(): int|string
    {
        return $this->content ?? $this->rehearsal ?? 0;
    }

    public static function ofKept(int|string $kept): self
    {
        return is_string($kept) ? self::content($kept) : ($kept > 0 ? self::asIn($kept) : self::away());
    }
}

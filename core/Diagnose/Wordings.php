<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Game\FailureSignature;
use Stasimon\Core\Game\LogForm;
use Stasimon\Core\Game\Platform;

/** What a line of a log means by itself: which failure it words, or which exception it names. */
final class Wordings
{
    /** Gists that are remembered to mean nothing. */
    private const KNOWN = 4_096;

    /** Bytes of a line in which its meaning is looked for: a pattern takes longer than a line is long. */
    private const LOOKED = 1_000;

    /** @var array<string, true> gists that mean nothing: a log says the same things over and over */
    private array $meaningless = [];

    public function __construct(private readonly LogForm $form, private readonly Platform $platform)
    {
    }

    /** What a message says, but for its numbers. */
    public static function gist(string $message): string
    {
        return (string) preg_replace('/\d+/', '#', substr($message, 0, 200));
    }

    /** @return array<string, string> exception and message, of a line that could be one; nothing otherwise */
    public function exception(string $message): array
    {
        if ($this->platform->throwable === '' || preg_match($this->platform->throwable, substr($message, 0, self::LOOKED), $caught) !== 1) {
            return [];
        }

        return ['exception' => $caught['exception'], 'message' => $caught['message'] ?? ''];
    }

    /**
     * @param  bool  $ofGame  whether the game's own wordings may be meant
     * @return array{FailureSignature|null, array<string, string>, bool} the last: whether it is the game's own wording
     */
    public function read(string $message, bool $ofGame): array
    {
        $message = strlen($message) > self::LOOKED ? mb_strcut($message, 0, self::LOOKED, 'UTF-8') : $message;
        $known = strlen($message) > 200 ? '' : ($ofGame ? 'g' : 'p').self::gist($message);
        if (isset($this->meaningless[$known])) {
            return [null, [], false];
        }
        foreach ($ofGame ? $this->form->signatures : [] as $signature) {
            $caught = $signature->catch($message);
            if ($caught !== null) {
                return [$signature, $caught, true];
            }
        }
        // What one exception was caused by may stand behind it in the same line.
        $last = $this->platform->inline === '' ? false : strrpos($message, $this->platform->inline);
        foreach ($last === false ? [$message] : [substr($message, $last + strlen($this->platform->inline)), $message] as $text) {
            foreach ($this->platform->signatures as $signature) {
                $caught = $signature->catch($text);
                if ($caught !== null) {
                    return [$signature, $caught, false];
                }
            }
        }

        if ($known !== '' && count($this->meaningless) < self::KNOWN) {
            $this->meaningless[$known] = true;
        }

        return [null, [], false];
    }
}

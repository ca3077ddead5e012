<?php

declare(strict_types=1);

namespace App\Depots;

use App\Refusal\Sentence;
use Carbon\CarbonInterval;
use RuntimeException;

/** A depot did not answer as a depot does; the message is a sentence for people. */
final class DepotFailure extends RuntimeException implements Sentence
{
    /** Whether the same question may get another answer a moment later. */
    public bool $passing = false;

    /** With which it answered (RFC 9110, section 15); 0 where it is not for that. */
    public int $status = 0;

    /** Seconds for which it asks to be left alone. */
    public int $pause = 0;

    public static function away(string $name): self
    {
        return self::passing("{$name} does not answer. Nothing here has changed; try again when it is back.");
    }

    /**
     * @param  int  $pause  seconds for which it asks to be left alone
     * @param  string  $said  what it says of it itself
     */
    public static function refused(string $name, int $status, int $pause = 0, string $said = ''): self
    {
        $long = CarbonInterval::seconds($pause)->cascade()->forHumans(['parts' => 1]);
        $sentence = match (true) {
            $pause > 0 => "{$name} asks to be left alone for {$long}. Nothing here has changed; it is asked again then.",
            $status === 401 => "{$name} wants to know who asks. Give it a name and password, or a token, on the page of depots.",
            $status === 403 => "{$name} does not let whoever asks so have that. Nothing here has changed.",
            $said !== '' => "{$name} answered with status {$status}: ".mb_strimwidth(mb_scrub($said), 0, 200, '…'),
            default => "{$name} answered with status {$status}. Nothing here has changed; try again later.",
        };
        $failure = $status >= 500 || $status === 429 ? self::passing($sentence) : new self($sentence);
        $failure->status = $status;
        $failure->pause = $pause;

        return $failure;
    }

    public static function tokenElsewhere(string $name, string $host): self
    {
        return new self(
            "{$name} has tokens given out by {$host}, and a name and password are sent to nobody but {$name}. ".
                'Get a token there yourself, and give it here in place of a password, with no name.',
        );
    }

    /** What it was asked as is not there: another kind of place, or nothing any more. */
    public static function otherKind(string $name): self
    {
        $failure = new self(
            "{$name} is otherwise than it was when it was added: what was there is gone, or of another kind. Nothing here has changed. ".
                'If it has moved, add its new address and remove this one.',
        );
        $failure->status = 404;

        return $failure;
    }

    public static function unreachable(string $name, string $why): self
    {
        return new self("{$name} is not asked: {$why}");
    }

    public static function redirected(string $name): self
    {
        return new self("{$name} sends us on to another host. That is not followed; add the depot again under its own address.");
    }

    public static function tooLong(string $name, string $what, int $most): self
    {
        return new self(
            "{$name} sends more than ".
                number_format($most / 1_000_000).
                ' MB as '.
                strtok($what, '?').
                ', which is not read. Nothing here has changed.',
        );
    }

    public static function tooMany(string $name, int $most): self
    {
        return new self("{$name} has more than ".number_format($most).' packages, which are not read. Nothing here has changed.');
    }

    public static function rubbish(string $name, string $where): self
    {
        return new self("{$name} answered something that is not a depot's ({$where}). Nothing here has changed.");
    }

    public static function neither(string $name): self
    {
        return new self(
            "{$name} is nothing that packages come from: it has neither a depot.json nor a SHA256SUMS, is no index of a repository, ".
                'no feed and no registry, and shows no folder of files. For a folder, sha256sum(1) writes a SHA256SUMS. '.
                'Nothing here has changed.',
        );
    }

    public static function noParts(string $name): self
    {
        return new self(
            "{$name} does not give out parts of files, so all of each would have to come only to see what it is. ".
                'Web servers do for files that lie there as they are. Nothing here has changed.',
        );
    }

    /** What a list has, and its place has not. */
    public static function notThere(string $name, string $path, int $status): self
    {
        return new self("{$name} lists {$path}, and answers with status {$status} when it is asked for it.");
    }

    public static function wrongDigest(string $name, string $file): self
    {
        return new self("{$file} from {$name} is not what its page says: the SHA-256 differs. It was thrown away and nothing was changed.");
    }

    public static function wrongSize(string $name, string $file): self
    {
        return new self("{$file} from {$name} is not as long as its page says. It was thrown away and nothing was changed.");
    }

    public static function cutShort(string $name, string $file): self
    {
        return self::passing("{$name} broke off while sending {$file}. What came is kept; apply again to go on from there.");
    }

    private static function passing(string $sentence): self
    {
        $failure = new self($sentence);
        $failure->passing = true;

        return $failure;
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Closure;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\Rule;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;

/**
 * A hand-off as one line that survives a chat: docs/formats/hand-off.md. What it says, a line for each thing, in deflate
 * (RFC 1951), with its CRC-32C before it (RFC 3720, appendix B.4), in base64url without padding (RFC 4648, section 5).
 */
final class HandOffText
{
    /** What lines begin with that are no wants. */
    private const MARKS = ['+', '-', '~', '!', '%', '#', '^', '*'];

    private const MARK = 'stasimon';

    private const REVISION = '1';

    /** Bytes of what one says, before deflate. */
    private const MOST = 1_000_000;

    /** What one looks like in a text that has more in it. */
    private const IN = '/(?<![A-Za-z0-9])'.self::MARK.'(\d{1,3})\.([A-Za-z0-9_-]*)/';

    /** What a chat puts in place of a blank or between two characters: blanks that do not break, and such without width. */
    private const BLANKS = '/[\s\x{00a0}\x{00ad}\x{2000}-\x{200f}\x{2028}-\x{202f}\x{205f}\x{2060}\x{3000}\x{feff}>]+/u';

    /** Parts of one that was broken up; and how many of them, from the first or the last on, are taken for its last in turn. */
    private const PARTS = 3_000;

    private const ENDS = 40;

    /** @param  PackNamed|null  $pack  what is in it already, so that only the rest has to be said */
    public static function write(HandOff $given, ?PackNamed $pack = null): string
    {
        $lines = self::lines($given);
        $deflated = (string) gzdeflate(implode("\n", $pack === null ? $lines : self::beyond($lines, $pack)), 9);

        return self::MARK.self::REVISION.'.'.self::encoded(hash('crc32c', $deflated, true).$deflated);
    }

    /** Whether a text has what looks like one in it. */
    public static function isIn(string $text): bool
    {
        return preg_match(self::IN, $text) === 1;
    }

    /**
     * The hand-off in a text, which a chat may have broken into lines or put words around.
     *
     * @param  Closure(string, string): ?HandOff|null  $packs  the line-up of a pack's release, by id and version, as far as it is here
     *
     * @throws UnusableHandOff with a sentence that says what it is, or is not
     */
    public static function read(string $text, ?Closure $packs = null): HandOff
    {
        if (preg_match(self::IN, $text, $found) !== 1) {
            throw UnusableHandOff::because('That is no hand-off: one begins with "'.self::MARK.self::REVISION.'."');
        }
        if ($found[1] !== self::REVISION) {
            throw UnusableHandOff::because(
                "That hand-off is of revision {$found[1]}, and this Stasimon reads revision ".self::REVISION.' only.',
            );
        }
        $said = self::inflated($found[2]) ?? self::gathered($text);
        if ($said === null) {
            throw UnusableHandOff::because(
                'That hand-off is damaged: a part of it is missing or was changed on the way. Ask for it again.',
            );
        }
        $lines = explode("\n", $said);
        $given = self::said(str_contains($lines[0], "\t") ? self::whole($lines, $packs) : $lines);
        if (! mb_check_encoding($said, 'UTF-8') || preg_match('/[\x00-\x08\x0b-\x1f\x7f]/', $said) === 1) {
            throw UnusableHandOff::because('That hand-off has characters in it that no text has. Ask for it again.');
        }

        // What a document could not say, a line cannot either.
        return HandOffDocument::read(HandOffDocument::write($given));
    }

    /**
     * What one says that a chat has broken up, set in italics or quoted. It is whole at the part with which its sum is right.
     */
    private static function gathered(string $text): ?string
    {
        $text = mb_scrub($text, 'UTF-8');
        $from = preg_match(self::IN, $text, $found, PREG_OFFSET_CAPTURE) === 1 ? $found[2][1] : strlen($text);
        $parts = array_slice(preg_split(self::BLANKS, substr($text, $from)) ?: [], 0, self::PARTS);
        $whole = [];
        foreach ($parts as $part) {
            // Marks of italics and the like stand around it; what has others in it does not belong to it, and ends it.
            $plain = trim($part, '*~`"\'');
            if (preg_match('/^[A-Za-z0-9_-]*/', $plain, $begin) !== 1 || $begin[0] === '') {
                break;
            }
            $whole[] = $begin[0];
            if ($begin[0] !== $plain) {
                break;
            }
        }
        $ends = array_unique([
            ...array_slice(array_reverse(array_keys($whole)), 0, self::ENDS),
            ...array_slice(array_keys($whole), 0, self::ENDS),
        ]);
        foreach ($ends as $end) {
            $joined = implode('', array_slice($whole, 0, $end + 1));
            $said = self::inflated($joined) ?? self::inflated(rtrim($joined, '_'));
            if ($said !== null) {
                return $said;
            }
        }

        return null;
    }

    /** What one says; null where it is not whole. */
    private static function inflated(string $text): ?string
    {
        $bytes = base64_decode(strtr($text, '-_', '+/'), true);
        if (
            $bytes === false ||
            strlen($bytes) < 5 ||
            self::encoded($bytes) !== $text ||
            hash('crc32c', substr($bytes, 4), true) !== substr($bytes, 0, 4)
        ) {
            return null;
        }
        $stream = inflate_init(ZLIB_ENCODING_RAW);
        if ($stream === false) {
            return null;
        }
        $said = '';
        // A little at a time: a few bytes can stand for very many.
        foreach (str_split(substr($bytes, 4), 1_000) as $portion) {
            $said .= (string) @inflate_add($stream, $portion);
            if (strlen($said) > self::MOST) {
                throw UnusableHandOff::because('That hand-off says more than any instance could hold.');
            }
        }

        return inflate_get_status($stream) === ZLIB_STREAM_END ? $said : null;
    }

    private static function encoded(string $bytes): string
    {
        return rtrim(strtr(base64_encode($bytes), '+/', '-_'), '=');
    }

    /**
     * What a line-up says beyond a pack: which of the pack's lines stand where, as "@first-last", and its own lines.
     *
     * @param  list<string>  $lines
     * @return list<string>
     */
    private static function beyond(array $lines, PackNamed $pack): array
    {
        $theirs = self::lines($pack->lineUp);
        $places = array_flip($theirs);
        $beyond = [self::fields($pack->id, $pack->version, self::sum($theirs)), ...array_slice($lines, 0, 2)];
        /** @var list<string|array{int, int}> $parts  its own lines, and runs of the pack's */
        $parts = [];
        foreach (array_slice($lines, 2) as $line) {
            $place = $places[$line] ?? null;
            $end = count($parts) - 1;
            $run = $parts[$end] ?? null;
            if ($place !== null && is_array($run) && $place === $run[1] + 1) {
                $parts[$end] = [$run[0], $place];
            } else {
                $parts[] = $place === null ? $line : [$place, $place];
            }
        }
        foreach ($parts as $part) {
            $beyond[] = is_string($part) ? $part : ($part[0] === $part[1] ? "@{$part[0]}" : "@{$part[0]}-{$part[1]}");
        }

        return $beyond;
    }

    /**
     * All lines of what was said beyond a pack.
     *
     * @param  non-empty-list<string>  $lines
     * @param  Closure(string, string): ?HandOff|null  $packs
     * @return list<string>
     */
    private static function whole(array $lines, ?Closure $packs): array
    {
        [$id, $version, $sum] = [...explode("\t", $lines[0]), '', ''];
        $lineUp = $packs === null ? null : $packs($id, $version);
        if ($lineUp === null) {
            throw UnusableHandOff::because(
                'That hand-off says how it differs from the pack '.
                    mb_strimwidth(mb_scrub("{$id} {$version}"), 0, 80, '…').
                    ', which is not here. Bring that pack first, or ask for the longer text.',
            );
        }
        $theirs = self::lines($lineUp);
        if (self::sum($theirs) !== $sum) {
            throw UnusableHandOff::because(
                "That hand-off says how it differs from the pack {$id} {$version}, and the one here is another one. Ask for the longer ".
                    'text.',
            );
        }
        $whole = array_slice($lines, 1, 2);
        foreach (array_slice($lines, 3) as $line) {
            if (preg_match('/^@(\d{1,5})(?:-(\d{1,5}))?$/D', $line, $run) === 1) {
                $slice = array_slice($theirs, (int) $run[1], max(0, (int) ($run[2] ?? $run[1]) - (int) $run[1] + 1));
                array_push($whole, ...$slice);
            } else {
                $whole[] = $line;
            }
            if (count($whole) > HandOff::MOST) {
                throw UnusableHandOff::because('That hand-off says more than any instance could hold.');
            }
        }

        return $whole;
    }

    /** @param  list<string>  $lines */
    private static function sum(array $lines): string
    {
        return hash('crc32c', implode("\n", $lines));
    }

    /** @return list<string> */
    private static function lines(HandOff $given): array
    {
        $plan = $given->plan;
        $lines = [
            $given->name,
            self::base($plan->base),
        ];
        $wanted = [];
        foreach ($plan->wants as $want) {
            $wanted[$want->id] = true;
            $lines[] = self::fields($want->id, $given->releases[$want->id] ?? '', ...$want->range === '*' ? [] : [$want->range]);
        }
        foreach (array_diff_key($given->releases, $wanted) as $id => $version) {
            $lines[] = self::fields("+{$id}", $version);
        }
        foreach ($plan->off as $want) {
            $lines[] = self::fields("-{$want->id}", $want->range);
        }
        foreach ($plan->channels as $id => $channel) {
            $lines[] = self::fields("~{$id}", $channel->value);
        }
        foreach ($plan->waivers as $waiver) {
            $lines[] = self::fields(
                "!{$waiver->id}",
                $waiver->version,
                $waiver->relation->value,
                $waiver->target,
                $plan->waiverNotes[$waiver->key()] ?? '',
            );
        }
        $lines = [...$lines, ...self::arrangement($plan)];
        foreach ($given->stages as $stage) {
            $lines[] = '*'.json_encode($stage->fields(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
        }

        return $lines;
    }

    private static function base(Base $base): string
    {
        return self::fields(
            $base->game,
            $base->gameVersion,
            $base->loader,
            $base->loaderVersion,
            $base->runtime,
            $base->runtimeVersion,
            (string) $base->memory,
        );
    }

    /** @return list<string> order, rules and groups */
    private static function arrangement(Plan $plan): array
    {
        $lines = [];
        if ($plan->order !== []) {
            $lines[] = self::fields('^', ...$plan->order);
        }

        foreach ($plan->rules as $rule) {
            $lines[] = self::fields("%{$rule->first}", $rule->then, $rule->why);
        }
        foreach ($plan->groups as $group => $ids) {
            $lines[] = self::fields("#{$group}", ...$ids);
        }

        return $lines;
    }

    private static function fields(string ...$fields): string
    {
        return rtrim(
            implode("\t", array_map(fn (string $field): string => strtr($field, ["\t" => ' ', "\n" => ' ', "\r" => ' ']), $fields)),
            "\t",
        );
    }

    /** @param  list<string>  $lines */
    private static function said(array $lines): HandOff
    {
        $name = (string) array_shift($lines);
        $base = explode("\t", (string) array_shift($lines));
        if (count($base) !== 7 || preg_match('/^\d{1,6}$/D', $base[6]) !== 1 || count($lines) > HandOff::MOST) {
            throw UnusableHandOff::because('That hand-off does not say what base it is for.');
        }
        // By what a line begins with: the fields after it, filled up to five.
        $of = array_fill_keys(['', ...self::MARKS], []);
        foreach ($lines as $line) {
            $mark = in_array($line[0] ?? '', self::MARKS, true) ? $line[0] : '';
            $of[$mark][] = explode("\t", substr($line, strlen($mark)));
        }
        $wants = $off = $releases = [];
        foreach ($of[''] as $fields) {
            $wants[] = new Want($fields[0], ($fields[2] ?? '') === '' ? '*' : $fields[2]);
            $releases += ($fields[1] ?? '') === '' ? [] : [$fields[0] => $fields[1]];
        }
        foreach ($of['-'] as $fields) {
            $off[] = new Want($fields[0], $fields[1] ?? '');
        }
        [$waivers, $notes] = self::waivers($of['!']);

        return new HandOff(
            $name,
            new Plan(
                new Base($base[0], $base[1], $base[2], $base[3], $base[4], $base[5], (int) $base[6]),
                $wants,
                $off,
                array_map(fn (string $said): Channel => Channel::tryFrom($said) ?? throw self::unknown($said), self::byId($of['~'])),
                $waivers,
                $notes,
                $of['^'] === [] ? [] : array_slice(end($of['^']), 1),
                groups: array_combine(array_column($of['#'], 0), array_map(fn (array $fields): array => array_slice($fields, 1), $of['#'])),
                rules: array_map(fn (array $fields): Rule => new Rule($fields[0], $fields[1] ?? '', $fields[2] ?? ''), $of['%']),
            ),
            array_replace($releases, self::byId($of['+'])),
            stages: array_map(fn (array $fields) => self::stage(implode("\t", $fields)), $of['*']),
        );
    }

    /**
     * @param  list<non-empty-list<string>>  $lines
     * @return array<string, string> the second field by the first
     */
    private static function byId(array $lines): array
    {
        return array_combine(array_column($lines, 0), array_map(fn (array $fields): string => $fields[1] ?? '', $lines));
    }

    /**
     * @param  list<non-empty-list<string>>  $lines
     * @return array{list<Waiver>, array<string, string>} with the notes on them by their keys
     */
    private static function waivers(array $lines): array
    {
        $waivers = $notes = [];
        foreach ($lines as $fields) {
            [$id, $version, $relation, $target, $note] = [...$fields, '', '', '', ''];
            $waiver = new Waiver(
                $id,
                $version,
                match ($relation) {
                    Relation::Needs->value => Relation::Needs,
                    Relation::Breaks->value => Relation::Breaks,
                    default => throw self::unknown($relation),
                },
                $target,
            );
            $waivers[] = $waiver;
            $notes += $note === '' ? [] : [$waiver->key() => $note];
        }

        return [$waivers, $notes];
    }

    private static function stage(string $json): WrittenStage
    {
        try {
            return WrittenStage::read(Node::ofJson($json));
        } catch (UnusableDocument $failure) {
            throw UnusableHandOff::because('That hand-off has a stage that cannot be read: '.$failure->getMessage());
        }
    }

    private static function unknown(string $word): UnusableHandOff
    {
        return UnusableHandOff::because(
            'That hand-off has a word in it that is not known here: "'.mb_strimwidth(mb_scrub($word), 0, 40, '…').'".',
        );
    }
}

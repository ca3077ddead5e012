<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

use JsonException;
use stdClass;

/**
 * What leads from one document of a plan to another, as JSON that is as long as what differs. Of two lists it holds the
 * parts that go and come, of two objects the fields that differ, of anything else the other value.
 */
final class PlanChange
{
    private const FLAGS = JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION;

    /**
     * @param  string  $from  a JSON document
     * @param  string  $to  another
     *
     * @throws JsonException
     */
    public static function between(string $from, string $to): string
    {
        return json_encode(self::difference(self::decoded($from), self::decoded($to)) ?? new stdClass(), self::FLAGS);
    }

    /**
     * @param  string  $from  the document that the change was made from
     * @return string the document that it leads to
     *
     * @throws JsonException when one of them is no JSON
     */
    public static function apply(string $from, string $change): string
    {
        $change = self::decoded($change);

        return json_encode(
            $change instanceof stdClass ? self::changed(self::decoded($from), $change) : throw new JsonException('That is no change.'),
            self::FLAGS,
        );
    }

    private static function decoded(string $json): mixed
    {
        return json_decode($json, false, 512, JSON_THROW_ON_ERROR | JSON_BIGINT_AS_STRING);
    }

    /** Null where nothing differs. */
    private static function difference(mixed $from, mixed $to): ?stdClass
    {
        if ($from instanceof stdClass && $to instanceof stdClass) {
            return self::ofFields((array) $from, (array) $to);
        }
        if (is_array($from) && is_array($to)) {
            return self::ofList(array_values($from), array_values($to));
        }

        return $from === $to ? null : (object) ['value' => $to];
    }

    /**
     * @param  array<mixed>  $from
     * @param  array<mixed>  $to
     */
    private static function ofFields(array $from, array $to): ?stdClass
    {
        $fields = [];
        foreach ($to as $key => $value) {
            $difference = array_key_exists($key, $from) ? self::difference($from[$key], $value) : (object) ['value' => $value];
            if ($difference !== null) {
                $fields[$key] = $difference;
            }
        }
        $gone = array_map(strval(...), array_keys(array_diff_key($from, $to)));
        // Fields that are new come last; where they stand elsewhere, all of it is kept.
        if (array_keys($to) !== array_keys(array_diff_key($from, array_flip($gone)) + $to)) {
            return (object) ['value' => (object) $to];
        }

        return $fields === [] && $gone === []
            ? null
            : (object) array_filter(['fields' => (object) $fields, 'gone' => $gone], fn (mixed $part): bool => $part !== []);
    }

    /**
     * Goes along both lists. Where they part, the one goes on whose next item comes soonest, or not at all, in the other:
     * an item that was moved is taken out at one place and put in at another, and nothing between them is touched.
     *
     * @param  list<mixed>  $from
     * @param  list<mixed>  $to
     */
    private static function ofList(array $from, array $to): ?stdClass
    {
        $written = fn (mixed $item): string => json_encode($item, self::FLAGS);
        [$old, $new] = [array_map($written, $from), array_map($written, $to)];
        [$inOld, $inNew] = [array_flip($old), array_flip($new)];
        $parts = [];
        for ($i = $j = 0; $i < count($old) || $j < count($new);) {
            [$at, $with] = [$i, $j];
            while (($i < count($old) || $j < count($new)) && ($old[$i] ?? null) !== ($new[$j] ?? null)) {
                $untilOld = isset($old[$i], $inNew[$old[$i]]) ? $inNew[$old[$i]] - $j : -1;
                $untilNew = isset($new[$j], $inOld[$new[$j]]) ? $inOld[$new[$j]] - $i : -1;
                $isOut = isset($old[$i]) && (! isset($new[$j]) || $untilOld < 0 || ($untilNew >= 0 && $untilNew < $untilOld));
                $isOut ? $i++ : $j++;
            }
            if ($i > $at || $j > $with) {
                $parts[] = [$at, $i - $at, array_slice($to, $with, $j - $with)];
            } else {
                [$i, $j] = [$i + 1, $j + 1];
            }
        }

        return $parts === [] ? null : (object) ['parts' => $parts];
    }

    private static function changed(mixed $from, stdClass $change): mixed
    {
        if (property_exists($change, 'value')) {
            return $change->value;
        }
        if (is_array($from) && is_array($change->parts ?? null)) {
            return self::relisted(array_values($from), $change->parts);
        }
        if (! ($from instanceof stdClass)) {
            throw new JsonException('That change is of another document.');
        }
        $fields = (array) $from;
        foreach (is_array($change->gone ?? null) ? $change->gone : [] as $key) {
            unset($fields[is_string($key) ? $key : '']);
        }
        foreach ((array) ($change->fields ?? []) as $key => $field) {
            $fields[$key] =
                $field instanceof stdClass ? self::changed($fields[$key] ?? null, $field) : throw new JsonException('That is no change.');
        }

        return (object) $fields;
    }

    /**
     * @param  list<mixed>  $from
     * @param  array<mixed>  $parts  each where in the list, how many go, and what comes
     * @return list<mixed>
     */
    private static function relisted(array $from, array $parts): array
    {
        $to = [];
        $through = 0;
        foreach ($parts as $part) {
            [$at, $out, $in] = is_array($part) ? [$part[0] ?? null, $part[1] ?? null, $part[2] ?? null] : [null, null, null];
            if (! is_int($at) || ! is_int($out) || ! is_array($in) || $at < $through || $out < 0) {
                throw new JsonException('That is no change of a list.');
            }
            array_push($to, ...array_slice($from, $through, $at - $through), ...array_values($in));
            $through = $at + $out;
        }
        array_push($to, ...array_slice($from, $through));

        return $to;
    }
}

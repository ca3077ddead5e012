<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Resolve\Change;
use Stasimon\Core\Resolve\Changes;
use Stasimon\Core\Resolve\Effort;
use Stasimon\Core\Resolve\Reason;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Selected;
use Stasimon\Core\Resolve\Suggestion;

/** Writes the resolution format, revision 1: docs/formats/resolution.schema.json. */
final class ResolutionWriter
{
    private const HEAD = ['format' => 'stasimon/resolution', 'revision' => 1];

    /**
     * @param  list<Suggestion>  $suggestions
     * @param  float  $milliseconds  measured by the caller
     */
    public static function resolved(Resolved $answer, array $suggestions, float $milliseconds): string
    {
        return self::json(
            self::HEAD + [
                'outcome' => 'resolved',
                'selection' => array_map(
                    fn (Selected $selected): array => [
                        'id' => $selected->package->id,
                        'version' => $selected->release->version,
                        'kind' => $selected->package->kind->value,
                        'because' => array_map(
                            fn (Reason $reason): array => $reason->want !== null
                                ? ['want' => $reason->want]
                                : ['id' => $reason->id, 'version' => $reason->version, 'range' => $reason->range],
                            $selected->because,
                        ),
                    ],
                    $answer->selection,
                ),
                'changes' => self::changes($answer->changes),
                'unneeded' => $answer->unneeded,
                'suggestions' => array_map(
                    fn (Suggestion $suggestion): array => ['id' => $suggestion->id, 'by' => $suggestion->by, 'fits' => $suggestion->fits],
                    $suggestions,
                ),
                'stats' => self::stats($answer->effort, $milliseconds),
            ],
        );
    }

    public static function impossible(Impossible $answer, float $milliseconds): string
    {
        return self::json(
            self::HEAD + [
                'outcome' => 'impossible',
                'blame' => $answer->blame,
                'explanation' => array_map(
                    fn (ReasonStep $step): array => ['text' => $step->text, 'from' => $step->from],
                    $answer->explanation,
                ),
                'contested' => array_map(
                    fn (Contest $contest): array => [
                        'id' => $contest->package->id,
                        'demands' => array_map(
                            fn (Demand $demand): array => [
                                'by' => $demand->want !== null
                                        ? ['want' => $demand->want]
                                        : ['id' => $demand->id, 'version' => $demand->version],
                                'range' => $demand->range,
                            ],
                            $contest->demands,
                        ),
                    ],
                    $answer->contested,
                ),
                'repairs' => array_map(
                    fn (RequestRemedy $repair): array => [
                        'text' => $repair->text,
                        'cost' => $repair->cost,
                        'patch' => array_map(self::operation(...), $repair->patch),
                        'leads_to' => self::changes($repair->leadsTo->changes),
                    ],
                    $answer->repairs,
                ),
                'stats' => self::stats($answer->effort, $milliseconds),
            ],
        );
    }

    public static function stopped(float $milliseconds): string
    {
        return self::json(self::HEAD + ['outcome' => 'stopped', 'stats' => ['milliseconds' => round($milliseconds, 1)]]);
    }

    /** @return array<string, mixed> */
    private static function operation(Operation $operation): array
    {
        return ['op' => $operation->op, 'path' => $operation->path] + ($operation->op === 'remove' ? [] : ['value' => $operation->value]);
    }

    /** @return array<string, mixed> */
    private static function changes(Changes $changes): array
    {
        return [
            'add' => $changes->add,
            'change' => array_map(
                fn (Change $change): array => ['id' => $change->id, 'from' => $change->from, 'to' => $change->to],
                $changes->change,
            ),
            'remove' => $changes->remove,
        ];
    }

    /** @return array<string, int|float> */
    private static function stats(Effort $effort, float $milliseconds): array
    {
        return [
            'milliseconds' => round($milliseconds, 1),
            'releases' => $effort->releases,
            'decisions' => $effort->decisions,
            'conflicts' => $effort->conflicts,
        ];
    }

    /** @param  array<string, mixed>  $document */
    private static function json(array $document): string
    {
        return json_encode($document, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE)."\n";
    }
}

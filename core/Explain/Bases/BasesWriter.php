<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Bases;

use Stasimon\Core\Resolve\Reason;
use Stasimon\Core\Resolve\Selected;

/** Writes what bases hold of a wish list: docs/formats/bases.schema.json. */
final class BasesWriter
{
    /**
     * @param  list<BaseHolds>  $held
     * @param  int  $wants  how many there are in the wish list
     */
    public static function write(array $held, int $wants, float $milliseconds): string
    {
        return json_encode(
            [
                'format' => 'stasimon/bases',
                'revision' => 1,
                'bases' => array_map(fn (BaseHolds $one): array => self::base($one, $wants), $held),
                'stats' => ['milliseconds' => round($milliseconds, 1)],
            ],
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        )."\n";
    }

    /** @return array<string, mixed> */
    private static function base(BaseHolds $held, int $wants): array
    {
        $document = [
            'name' => $held->base->name,
            'outcome' => $held->outcome($wants),
            'kept' => $held->kept,
            'selection' => array_map(fn (Selected $selected): array => self::selected($selected, $held), $held->selection),
        ];

        return $document +
            ($held->lost === [] ? [] : ['lost' => array_map(self::lost(...), $held->lost)]) +
            ($held->proved ? [] : ['proved' => false]) +
            ($held->text === '' ? [] : ['text' => $held->text]);
    }

    /** @return array<string, mixed> */
    private static function selected(Selected $selected, BaseHolds $held): array
    {
        $base = count($held->base->want);

        return [
            'id' => $selected->package->id,
            'version' => $selected->release->version,
            'kind' => $selected->package->kind->value,
            'because' => array_map(
                fn (Reason $reason): array => match (true) {
                    $reason->want === null => ['id' => $reason->id, 'version' => $reason->version, 'range' => $reason->range],
                    $reason->want < $base => ['base' => $reason->want],
                    default => ['want' => $held->kept[$reason->want - $base] ?? 0],
                },
                $selected->because,
            ),
        ];
    }

    /** @return array<string, mixed> */
    private static function lost(Lost $lost): array
    {
        return ['want' => $lost->want, 'text' => $lost->text] +
            ($lost->lastFor === '' ? [] : ['last_for' => $lost->lastFor]) +
            ($lost->with === [] ? [] : ['with' => $lost->with]) +
            ($lost->instead === []
                ? []
                : [
                    'instead' => array_map(
                        fn (string|int $id, array $kept): array => ['id' => (string) $id, 'kept' => $kept],
                        array_keys($lost->instead),
                        $lost->instead,
                    ),
                ]);
    }
}

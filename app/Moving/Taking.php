<?php

declare(strict_types=1);

namespace App\Moving;

use App\Depots\PackageRow;
use App\Refusal\Refusal;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Kind;
use stdClass;

/** What names that somebody has written are taken for. */
final class Taking
{
    /** Lines of a list. */
    public const LINES = 500;

    /** How alike a name has to be to be taken for one, of 1. */
    private const ALIKE = 0.3;

    /**
     * Each line as it was written, with the package that it means, and others that it may mean.
     *
     * @return list<array{text: string, id: ?string, name: string, range: string, others: list<array{id: string, name: string}>}>
     *
     * @throws Refusal for nothing, or too much
     */
    public static function of(string $text, string $game): array
    {
        $lines = array_values(
            array_unique(
                array_filter(
                    array_map(
                        fn (string $line): string => mb_substr((string) preg_replace('/^[\s*•-]+'.
                            '|[\s*•-]+$/u', '', mb_scrub($line)), 0, 120),
                        explode("\n", $text),
                    ),
                    fn (string $line): bool => $line !== '',
                ),
            ),
        );
        if ($lines === [] || count($lines) > self::LINES) {
            throw Refusal::unusable(
                $lines === []
                    ? 'Write at least one name, one on each line.'
                    : 'A wish list has at most '.self::LINES.' lines; this one has '.count($lines).'.',
            );
        }
        $taken = $seen = [];
        foreach ($lines as $line) {
            $one = self::line($line, $game);
            // Two names for one package are one wish.
            if ($one['id'] === null || ! isset($seen[$one['id']])) {
                $taken[] = $one;
                $seen[(string) $one['id']] = true;
            }
        }

        return $taken;
    }

    /**
     * Lines with packages added that were marked.
     *
     * @param  list<array{text: string, id: ?string, name: string, range: string, others: list<array{id: string, name: string}>}>  $lines
     * @param  list<string>  $ids  what no depot has, or is on the list already, is passed over
     * @return list<array{text: string, id: ?string, name: string, range: string, others: list<array{id: string, name: string}>}>
     *
     * @throws Refusal for too many
     */
    public static function marked(array $lines, array $ids, string $game): array
    {
        $names = PackageRow::query()
            ->whereIn('id', array_diff($ids, array_column($lines, 'id')))
            ->whereRaw('games @> array[?]', [$game])
            ->orderBy('name')
            ->pluck('name', 'id');
        foreach ($names as $id => $name) {
            $lines[] = ['text' => (string) $name, 'id' => (string) $id, 'name' => (string) $name, 'range' => '*', 'others' => []];
        }

        return match (true) {
            $lines === [] => throw Refusal::unusable('None of what was marked is in the depots any more. Nothing was changed.'),
            count($lines) > self::LINES => throw Refusal::unusable(
                'A wish list has at most '.self::LINES.' lines; this would be '.count($lines).'. Nothing was changed.',
            ),
            default => $lines,
        };
    }

    /** @return array{text: string, id: ?string, name: string, range: string, others: list<array{id: string, name: string}>} */
    private static function line(string $line, string $game): array
    {
        /** @var list<stdClass> $rows */
        $rows = DB::select(
            'select id, name,
                case when id = ? or lower(name) = lower(?) then 2
                    else greatest(similarity(lower(name), lower(?)), similarity(id, ?)) end as alike
             from packages where games @> array[?] and kind not in (?, ?, ?) and (id = ? or lower(name) % lower(?) or id % ?)
             order by alike desc, downloads desc limit 4',
            [
                mb_strtolower($line),
                $line,
                $line,
                mb_strtolower($line),
                $game,
                Kind::Loader->value,
                Kind::Game->value,
                Kind::Runtime->value,
                mb_strtolower($line),
                $line,
                mb_strtolower($line),
            ],
        );
        $best = ($rows[0]->alike ?? 0) >= self::ALIKE ? $rows[0] : null;
        // What is exactly so called is not asked about.
        $others = $best !== null && $best->alike < 2 ? array_slice($rows, 1) : ($best === null ? $rows : []);

        return [
            'text' => $line,
            'id' => $best === null ? null : (string) $best->id,
            'name' => (string) ($best->name ?? ''),
            'range' => '*',
            'others' => array_map(fn (stdClass $row): array => ['id' => (string) $row->id, 'name' => (string) $row->name], $others),
        ];
    }
}

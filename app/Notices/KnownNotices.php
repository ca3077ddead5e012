<?php

declare(strict_types=1);

namespace App\Notices;

use App\Depots\Catalogue\Bulk;
use App\Depots\Catalogue\DepotCatalogue;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Notice\Notice;
use Stasimon\Core\Notice\NoticeKind;
use stdClass;

/** What depots, lists, a person and searches here say of packages. */
final class KnownNotices
{
    /**
     * @param  list<string>  $ids  packages
     * @param  bool  $besides  whether also those that name one of them beside another
     * @return list<Known> in the order of depots, then of lists, then those of one's own
     */
    public static function about(array $ids, Catalogue $catalogue, bool $besides = false): array
    {
        return array_map(fn (stdClass $row): Known => self::of($row, $catalogue), self::rows($ids, $besides));
    }

    /**
     * @param  list<string>  $ids
     * @return list<stdClass>
     */
    private static function rows(array $ids, bool $besides): array
    {
        return array_values(DB::select(
            'select notices.*, depots.name as depot, notice_lists.name as list, packages.name as stand from notices '.
            'left join packages on packages.id = notices.understudy '.
            'left join depots on depots.id = notices.depot_id left join notice_lists on notice_lists.id = notices.list_id '.
            'where package_id = any(?::text[])'.($besides ? ' or jsonb_exists_any(beside, ?::text[])' : '').
            ' order by depots.place nulls last, list_id nulls last, notices.id',
            array_fill(0, $besides ? 2 : 1, Bulk::list($ids)),
        ));
    }

    /**
     * Those that hold in a line-up.
     *
     * @param  array<string, string>  $versions  package id => version, the game among them
     * @return list<Known>
     */
    public static function holding(array $versions, Catalogue $catalogue): array
    {
        $all = self::about(array_map(strval(...), array_keys($versions)), $catalogue);

        return array_values(array_filter($all, fn (Known $one): bool => $one->notice->holds($versions, $catalogue)));
    }

    /**
     * What would hold of packages that may come into a line-up, each by itself.
     *
     * @param  array<string, string>  $versions  of the line-up, package id => version
     * @param  array<string, string>  $coming  package id => the release that would come
     * @return array<string, non-empty-list<Known>> by package id
     */
    public static function ofComing(array $versions, array $coming, DepotCatalogue $catalogue): array
    {
        $rows = self::rows(array_map(strval(...), array_keys($coming)), true);
        // Those whose ranges have to be looked at are read together.
        $ranged = [];
        foreach ($rows as $row) {
            $isRanged = $row->version !== null || $row->releases !== '*';
            $beside = array_filter((array) json_decode($row->beside ?? '{}', true), fn (string $range): bool => $range !== '*');
            array_push($ranged, ...($isRanged ? [$row->package_id] : []), ...array_map(strval(...), array_keys($beside)));
        }
        $catalogue->load(array_values(array_unique($ranged)));
        $marks = [];
        foreach (array_map(fn (stdClass $row): Known => self::of($row, $catalogue), $rows) as $one) {
            // One that names several is said of each that would bring it about.
            foreach ([$one->notice->about, ...array_map(strval(...), array_keys($one->notice->beside))] as $id) {
                $with = isset($coming[$id]) ? [$id => $coming[$id]] + $versions : [];
                $with !== [] && $one->notice->holds($with, $catalogue) && ($marks[$id][] = $one);
            }
        }

        return $marks;
    }

    private static function of(stdClass $row, Catalogue $catalogue): Known
    {
        $releases = $row->version === null
            ? $row->releases
            : $catalogue->package($row->package_id)?->exactly($row->version) ?? "={$row->version}";

        return new Known(
            $row->id,
            new Notice(
                $row->package_id,
                NoticeKind::from($row->kind),
                $row->text,
                $releases,
                $row->game,
                $row->versions,
                (array) json_decode($row->beside ?? '{}', true),
                (string) $row->understudy,
                $row->file,
                $row->key,
                $row->value,
                $row->place,
                $row->said,
            ),
            match (true) {
                $row->depot !== null => Origin::Depot,
                $row->list !== null => Origin::Listed,
                $row->by === Origin::Person->value => Origin::Person,
                $row->by === Origin::Launch->value => Origin::Launch,
                default => Origin::Search,
            },
            $row->depot ?? ($row->list ?? ''),
            $row->binds,
            $row->times,
            (string) $row->stand,
        );
    }

    /**
     * A notice as a row.
     *
     * @return array<string, mixed>
     */
    public static function row(Notice $notice): array
    {
        return [
            'package_id' => $notice->about,
            'kind' => $notice->kind->value,
            'text' => $notice->text,
            'releases' => $notice->releases,
            'game' => $notice->game,
            'versions' => $notice->versions,
            'beside' => $notice->beside === [] ? null : json_encode((object) $notice->beside, JSON_THROW_ON_ERROR),
            'understudy' => $notice->instead === '' ? null : $notice->instead,
            'file' => $notice->file,
            'key' => $notice->key,
            'value' => $notice->value,
            'place' => $notice->place,
            'said' => $notice->said,
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\View\Notices;

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\PackageRow;
use App\Games\Games;
use App\Notices\Known;
use App\Notices\NoticeListRow;
use App\Notices\OwnNotices;
use Illuminate\View\View;

/** The lists that one subscribes to, and what was said and found out here. */
final readonly class NoticesPage
{
    public function __construct(private OwnNotices $own, private Games $games)
    {
    }

    public function __invoke(): View
    {
        $own = $this->own->all(new DepotCatalogue($this->games->get((string) array_key_first($this->games->names()))));
        $ids = array_merge(
            array_map(fn (Known $one): string => $one->notice->about, $own),
            ...array_map(fn (Known $one): array => array_map(strval(...), array_keys($one->notice->beside)), $own),
        );

        return view('notices.page', [
            'lists' => NoticeListRow::query()->orderBy('id')->get(),
            'own' => $own,
            'names' => PackageRow::query()->whereIn('id', $ids)->pluck('name', 'id'),
        ]);
    }
}

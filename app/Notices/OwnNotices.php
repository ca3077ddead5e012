<?php

declare(strict_types=1);

namespace App\Notices;

use App\Refusal\Refusal;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Notice\Notice;
use Stasimon\Core\Notice\NoticeKind;
use Stasimon\Core\Notice\NoticeList;
use Stasimon\Core\Version\Syntax;

/** What a person says of packages, and what was found out here: told wherever it holds, and given away as a list. */
final readonly class OwnNotices
{
    public function __construct(private LookAgain $again)
    {
    }

    /** @throws Refusal for a range that is none */
    public function say(Notice $notice, Catalogue $catalogue): int
    {
        foreach ([$notice->about => $notice->releases] + $notice->beside as $id => $range) {
            $package = $catalogue->package((string) $id);
            if ($range !== '*' && $package !== null && ! $package->range($range, Syntax::Comparator)->isReadable()) {
                throw Refusal::unusable("“{$range}” is no range of releases. Write one such as >=2.0.0 or =1.4.2. Nothing was kept.");
            }
        }

        $id = DB::table('notices')->insertGetId(
            [
                'by' => Origin::Person->value,
                'binds' => $notice->kind === NoticeKind::Apart,
                'said' => now()->toDateString(),
            ] + KnownNotices::row($notice),
        );
        $this->again->begin();

        return $id;
    }

    /**
     * The releases that somebody means.
     *
     * @param  string  $which  this one; since it, this one included; or all
     * @return string a range in comparator syntax
     */
    public static function releases(Package $package, string $version, string $which): string
    {
        $exactly = $package->release($version) === null ? null : $package->exactly($version);

        return match (true) {
            $exactly !== null && $which === 'this' => $exactly,
            $exactly !== null && $which === 'since' => ">{$exactly}",
            default => '*',
        };
    }

    /** Whether it was one of one's own, and is gone. */
    public function takeBack(int $id): bool
    {
        $isGone = DB::table('notices')->where('id', $id)->whereNull('depot_id')->whereNull('list_id')->delete() > 0;
        $isGone && $this->again->begin();

        return $isGone;
    }

    /** @return list<Known> */
    public function all(Catalogue $catalogue): array
    {
        $ids = DB::table('notices')->whereNull('depot_id')->whereNull('list_id')->distinct()->pluck('package_id')->all();
        $isOwn = fn (Known $one): bool => in_array($one->origin, [Origin::Person, Origin::Search, Origin::Launch], true);

        return array_values(array_filter(KnownNotices::about(array_values(array_map(strval(...), $ids)), $catalogue), $isOwn));
    }

    /** All of them as a list that others can subscribe to: without names of people, and without paths of this machine. */
    public function list(string $name, Catalogue $catalogue): NoticeList
    {
        $notices = array_map(fn (Known $one): Notice => $one->notice, $this->all($catalogue));

        return new NoticeList($name, '', '', now()->toDateString(), $notices);
    }
}

<?php

declare(strict_types=1);

namespace App\View\Sharing;

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\PackageRow;
use App\Drafts\Bases;
use App\Games\Games;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Share\Carried;
use Stasimon\Core\Share\HandOff;

/** What a hand-off that came is, and what of it is not to be had here. */
final readonly class GivenPage
{
    /**
     * @param  list<string>  $base  what of its base is not to be had, and what would stand in
     * @param  list<array{name: string, version: string, instead: string}>  $missing
     * @param  list<array{name: string, version: string, isWanted: bool}>  $brings
     */
    private function __construct(
        public HandOff $given,
        public string $sentence,
        public array $base,
        public bool $canBeMade,
        public array $missing,
        public array $brings,
        public Carried $carried,
    ) {
    }

    public static function of(HandOff $given, Carried $carried = new Carried()): self
    {
        $game = app(Games::class)->get($given->plan->base->game);
        $catalogue = new DepotCatalogue($game);
        $bases = new Bases($game, $catalogue);
        $base = $given->plan->base;
        [$short, $canBeMade] = self::base($given, $game, $bases);
        $ids = array_map(
            strval(...),
            array_keys($given->releases + array_fill_keys(array_map(fn ($want): string => $want->id, $given->plan->wants), '')),
        );
        [$names, $there] = self::known($ids);
        $come = array_column($carried->files, 'name', 'id');
        $elsewhere = array_column($carried->elsewhere, 'source', 'id');
        $missing = $brings = [];
        foreach ($ids as $id) {
            $version = $given->releases[$id] ?? '';
            $brings[] = ['name' => $names[$id] ?? $id, 'version' => $version, 'isWanted' => $given->plan->wants($id)];
            if (! isset($names[$id]) || ($version !== '' && ! isset($there["{$id} {$version}"]))) {
                $missing[] = [
                    'name' => $names[$id] ?? $id,
                    'version' => $version,
                    'instead' => self::instead(isset($come[$id]), $elsewhere[$id] ?? null, isset($names[$id])),
                ];
            }
        }
        usort(
            $brings,
            fn (array $a, array $b): int => [$b['isWanted'], mb_strtolower($a['name'])] <=> [$a['isWanted'], mb_strtolower($b['name'])],
        );

        return new self(
            $given,
            self::words($base, $game, $bases),
            $short,
            $canBeMade,
            $missing,
            $brings,
            $carried,
        );
    }

    private static function words(Base $base, GameDefinition $game, Bases $bases): string
    {
        $loader = $bases->title($base->loader);

        return "{$game->name} {$base->gameVersion} on {$loader} {$base->loaderVersion}, {$game->runtimeName} {$base->runtimeVersion}";
    }

    /**
     * @param  list<string>  $ids
     * @return array{array<mixed>, array<string, bool>} names by id; "id version" of each release that is to be had
     */
    private static function known(array $ids): array
    {
        $names = PackageRow::query()->whereIn('id', $ids)->pluck('name', 'id')->all();
        $there = DB::table('releases')
            ->whereIn('package_id', $ids)
            ->get(['package_id', 'version'])
            ->mapWithKeys(fn (object $row): array => ["{$row->package_id} {$row->version}" => true])
            ->all();

        return [$names, $there];
    }

    /** What stands in for a release that is not to be had. */
    private static function instead(bool $came, ?string $source, bool $isKnown): string
    {
        return match (true) {
            $came => 'came with it, and is being read',
            $source !== null => 'no depot has it'.($source === '' ? '' : "; it was got from {$source}"),
            $isKnown => 'another release stands in, if one fits',
            default => 'no depot here has it under this name',
        };
    }

    /** ", 3 configs, in 5 stages". */
    public function configs(): string
    {
        $count = count($this->carried->configs);
        $stages = count($this->given->stages);
        $worlds = count($this->carried->byWorld());

        return ($count === 0 ? '' : ", {$count} ".($count === 1 ? 'config' : 'configs')).
            ($worlds === 0 ? '' : ", {$worlds} ".($worlds === 1 ? 'world' : 'worlds')).
            ($stages === 0 ? '' : ", in {$stages} ".($stages === 1 ? 'stage' : 'stages'));
    }

    /** @return array{list<string>, bool} what is not to be had of its base, and whether an instance can be made all the same */
    private static function base(HandOff $given, GameDefinition $game, Bases $bases): array
    {
        $base = $given->plan->base;
        if ($game->version($base->gameVersion) === null) {
            return [["{$game->name} {$base->gameVersion} is not known here."], false];
        }
        $builds = array_column($bases->buildsOf($base->loader, $base->gameVersion), 'version');
        if ($builds === []) {
            return [["No depot here has a build of {$bases->title($base->loader)} for {$base->gameVersion}."], false];
        }
        $short = [];
        if (! in_array($base->loaderVersion, $builds, true)) {
            $short[] = "{$bases->title(
                $base->loader,
            )} {$base->loaderVersion} is not to be had; the build that is recommended here stands in.";
        }
        if (! isset($bases->choice->runtimes($base->gameVersion)['v'.$base->runtimeVersion])) {
            $short[] = "{$game->runtimeName} {$base->runtimeVersion} is not known here; the newest that will do stands in.";
        }

        return [$short, true];
    }
}

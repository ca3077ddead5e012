<?php

declare(strict_types=1);

namespace App\View\Find;

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\Catalogue\GameDays;
use App\Depots\Catalogue\SupportKey;
use App\Depots\PackageRow;
use App\Depots\ReleaseRow;
use App\Depots\SourceProblems;
use App\Drafts\Bases;
use App\Find\Query;
use App\Find\Similar;
use App\Notices\Known;
use App\Notices\KnownNotices;
use Illuminate\Database\Eloquent\Collection as EloquentCollection;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Breakage;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Catalogue\Replacement;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Explain\EitherOr;
use Stasimon\Core\Game\LoaderWord;
use Stasimon\Core\Notice\NoticeKind;
use Stasimon\Core\Plan\Plan;
use stdClass;

/** What the page of a package says of it, for one instance and its draft. */
final readonly class PackagePage
{
    /** Releases whose ranges are looked at for whether they can be read. */
    private const READ = 100;

    /** Things that cannot be used that are told. */
    private const SAID = 20;

    public ReleaseMatrix $matrix;

    /** @var Collection<int, stdClass> what each depot says, in the person's order */
    public Collection $sources;

    /** @var Collection<array-key, EloquentCollection<int, ReleaseRow>> version => its files */
    public Collection $files;

    /** @var list<Known> also those of others that name it beside them */
    public array $notices;

    /**
     * @param  Package  $package  with all its releases
     * @param  DepotCatalogue  $catalogue  with it, what it can need, and what stands in the line-up
     * @param  array<string, string>  $versions  package id => version, as the draft or what is applied has it
     */
    public function __construct(
        public Package $package,
        public ?PackageRow $row,
        private DepotCatalogue $catalogue,
        private Plan $plan,
        private array $versions,
        public Prospect $prospect,
        public string $note,
    ) {
        $loaders = array_map(fn (LoaderWord $loader): string => $loader->id, $catalogue->game->loaders);
        $titles = PackageRow::query()->whereIn('id', $loaders)->pluck('name', 'id')->all() + array_combine($loaders, $loaders);
        $this->sources = DB::table('sources')
            ->join('depots', 'depots.id', '=', 'sources.depot_id')
            ->where('package_id', $package->id)
            ->orderBy('depots.place')
            ->orderBy('depots.id')
            ->get(['depots.name', 'moderated', 'vouched_by', 'protocol', 'synced_at', 'sources.local_id', 'sources.page'])
            ->each(fn (object $source) => ($source->page = (array) json_decode($source->page, true)));
        $this->files = ReleaseRow::query()->with('depot')->where('package_id', $package->id)->get()->groupBy('version');
        $this->notices = KnownNotices::about([$package->id], $catalogue, besides: true);
        $this->matrix = ReleaseMatrix::of($package, $catalogue->game, $plan, $this->release(), $titles);
    }

    /** How it has followed the game's versions, in a sentence; nothing where its releases say no days, or it came along by itself. */
    public function follows(): string
    {
        $follower = GameDays::following($this->catalogue)->of($this->package);

        $isCalled = $this->isSaid(NoticeKind::Abandoned);

        return match (true) {
            $isCalled && $follower->usual !== null && $follower->usual > 0 => 'It is called abandoned; while it was not, it '.
                "followed {$follower->usual} ".
                ($follower->usual === 1 ? 'day' : 'days').
                ' after a new version of the game.',
            $isCalled => '',
            $follower->isAbandoned() => "It seems abandoned: it has {$follower->evidence()}.",
            $follower->usual === null => '',
            // What is for every version there is, because it names none, has not followed any.
            $follower->usual === 0 && ! $this->namesVersions() => '',
            $follower->usual === 0 => 'It is there at once when the game has a new version.',
            default => "It follows {$follower->usual} ".
                ($follower->usual === 1 ? 'day' : 'days').
                ' after a new version of the game, as a rule.',
        };
    }

    /** Whether a release of it says for which versions of the game it is. */
    private function namesVersions(): bool
    {
        return array_any(array_keys($this->matrix->rows), fn (int $row): bool => $this->matrix->words($row) !== '');
    }

    /** "+1,204 in 9 days"; nothing where that is not known. */
    public function trend(): string
    {
        return Trends::of([$this->package->id])->words($this->package->id, (int) $this->row?->downloads);
    }

    /** @return array<string, string> id => name, of others about the same that have something for this base, the most alike first */
    public function similar(): array
    {
        return $this->row === null || ! in_array($this->package->kind, Query::KINDS, true) ? [] : Similar::to(
            $this->row,
            SupportKey::anyOf(
                $this->plan->base->game,
                $this->plan->base->gameVersion,
                (new Bases($this->catalogue->game, $this->catalogue))->standsFor($this->plan->base->loader),
            ),
            array_map(strval(...), array_keys($this->versions)),
        );
    }

    /** The release of another one that is here; null where it is not. */
    public function here(string $id): ?string
    {
        return $this->versions[$id] ?? null;
    }

    /** @return list<string> packages that have a release that breaks some of its releases */
    public function brokenBy(): array
    {
        return array_values(array_map(strval(...), DB::table('mentions')
            ->where('mentioned', $this->package->id)
            ->where('relation', Relation::Breaks->value)
            ->where('package_id', '<>', $this->package->id)
            ->orderBy('package_id')
            ->limit(self::SAID)
            ->pluck('package_id')
            ->all()));
    }

    /** @return list<array{string, Known}> the other of each pair that somebody says, or a launch has shown, must not stand together */
    public function apart(): array
    {
        $pairs = [];
        foreach ($this->notices as $one) {
            $kind = $one->notice->kind;
            $isPair = $kind === NoticeKind::Apart || ($kind === NoticeKind::Caution && $one->notice->beside !== []);
            $ids = $isPair ? [$one->notice->about, ...array_map(strval(...), array_keys($one->notice->beside))] : [];
            $others = array_diff($ids, [$this->package->id]);
            // One beside several is told of each, unless it is about another: then it is about that one.
            foreach ($one->notice->about === $this->package->id ? $others : array_slice($others, 0, 1) as $id) {
                $pairs[] = [$id, $one];
            }
        }

        return $pairs;
    }

    private function isSaid(NoticeKind $kind): bool
    {
        $of = fn (Known $one): bool => $one->notice->kind === $kind && $one->notice->about === $this->package->id;

        return array_filter($this->notices, $of) !== [];
    }

    /** @return list<Known> what is said of one of its releases, and not of all */
    public function saidOf(string $version): array
    {
        $position = $this->package->positionOf($version);
        $of = fn (Known $one): bool => $one->notice->about === $this->package->id &&
            $one->notice->releases !== '*' &&
            $position !== null &&
            $one->notice->of($this->package)->has($position);

        return array_values(array_filter($this->notices, $of));
    }

    /** Whether a notice holds in the line-up, or would with this package in it. */
    public function holds(Known $one): bool
    {
        $release = $this->release();

        return $one->notice->holds($this->versions + ($release === null ? [] : [$this->package->id => $release]), $this->catalogue);
    }

    /** What it is about: releases, versions of the game, and what stands beside it. */
    public function meant(Known $one): string
    {
        $notice = $one->notice;
        $beside = array_map(
            fn (string|int $id, string $range): string => $this->title((string) $id).($range === '*' ? '' : " {$range}"),
            array_keys($notice->beside),
            $notice->beside,
        );

        return implode(', ', array_filter([
            $notice->about === $this->package->id ? '' : $this->title($notice->about),
            $notice->releases === '*' ? '' : $notice->releases,
            $notice->versions === '*' ? '' : "in {$notice->versions}",
            $beside === [] ? '' : ($notice->kind === NoticeKind::Apart ? '' : 'beside ').implode(' and ', $beside),
        ]));
    }

    /** @return array<string, string> id => name, of what is in the line-up beside it, and of one more */
    public function others(string $more = ''): array
    {
        $ids = [...array_map(strval(...), array_keys($this->versions)), $more];
        $names = PackageRow::query()->whereIn('id', $ids)->pluck('name', 'id')->all();
        natcasesort($names);

        return array_diff_key($names, array_flip([$this->package->id, ...$this->plan->base->packages()]));
    }

    /** @return list<string> packages that can take its place */
    public static function understudiesOf(Package $package): array
    {
        $noticed = DB::table('notices')->where('package_id', $package->id)->whereNotNull('understudy')->pluck('understudy')->all();

        return array_values(array_unique([...$package->understudies, ...$noticed]));
    }

    public function isWanted(): bool
    {
        return $this->plan->wants($this->package->id);
    }

    public function isHere(): bool
    {
        return isset($this->versions[$this->package->id]);
    }

    public function isOff(): bool
    {
        return $this->plan->isOff($this->package->id);
    }

    /** The release that is in the line-up, or would be. */
    public function release(): ?string
    {
        return $this->versions[$this->package->id] ?? ($this->prospect->with[$this->package->id] ?? null);
    }

    public function range(): string
    {
        $range = $this->plan->rangeOf($this->package->id) ?? '*';

        return $range === '*' ? '' : $range;
    }

    /** "Library, client only, MIT, 78,197 downloads" */
    public function about(): string
    {
        $licence = $this->sources->first()?->page['licence'] ?? '';
        $side = $this->row?->side;

        return implode(
            ', ',
            array_filter([
                ucfirst($this->package->kind->word(1)),
                match ($side) {
                    null => '',
                    'both' => 'client and server',
                    default => "{$side} only",
                },
                $licence,
                $this->row?->downloads ? trim(number_format($this->row->downloads).' downloads '.$this->trend()) : '',
            ]),
        );
    }

    public function title(string $id): string
    {
        return $this->catalogue->package($id)?->title() ?? $id;
    }

    /**
     * @return list<array{id: string, title: string, range: string, version: ?string, comes: bool, instead: string, extends: bool,
     *     base: bool, others: array<string, string>}> what meets each need, in the line-up with it; others that could, by id
     */
    public function needs(): array
    {
        $versions = $this->isHere() ? $this->versions : $this->prospect->with ?? [];
        $needs = [];
        foreach ($this->package->release($this->release() ?? '')?->needs() ?? [] as $need) {
            $met = $this->meets($need, $versions);
            $only = count($need->alternatives) === 1 ? $need->alternatives[0] : null;
            $needs[] = [
                'id' => $met ?? $need->alternatives[0]->id,
                'title' => implode(' or ', array_map(fn (Target $target): string => $this->title($target->id), $need->alternatives)),
                'range' => $only === null || $only->range === '*' ? '' : $only->range,
                'version' => $met === null ? null : $versions[$met],
                'comes' => $met !== null && ! isset($this->versions[$met]),
                'instead' => $met !== null && $met !== $only?->id ? $this->title($met) : '',
                'extends' => $need->isExtension,
                'base' => in_array($met ?? $need->alternatives[0]->id, $this->plan->base->packages(), true),
                'others' => $this->isHere() && $met !== null ? $this->couldMeet($need, $met) : [],
            ];
        }

        return $needs;
    }

    /** @return array<string, string> id => title, of what could meet a need instead of what does */
    private function couldMeet(Need $need, string $met): array
    {
        $others = [];
        foreach (EitherOr::able($need, $this->package, $this->catalogue) as $one) {
            $others += $one->id === $met ? [] : [$one->id => $one->title()];
        }

        return $others;
    }

    /** @return list<array{id: string, title: string, range: string}> what is in the line-up and needs it */
    public function neededBy(): array
    {
        $needing = [];
        foreach ($this->isHere() ? $this->versions : [] as $id => $version) {
            foreach ($this->catalogue->package((string) $id)?->release($version)?->needs() ?? [] as $need) {
                foreach ($need->alternatives as $target) {
                    if ($target->id === $this->package->id) {
                        $needing[] = [
                            'id' => (string) $id,
                            'title' => $this->title((string) $id),
                            'range' => $target->range === '*' ? '' : $target->range,
                        ];
                    }
                }
            }
        }
        usort($needing, fn (array $a, array $b): int => strcasecmp($a['title'], $b['title']));

        return $needing;
    }

    /** @return list<string> what of others it makes obsolete while it is there */
    public function replaces(): array
    {
        return array_map(
            fn (Replacement $one): string => $one->target === null
                ? "files at {$one->path}"
                : $this->title($one->target->id).($one->target->range === '*' ? '' : " {$one->target->range}"),
            $this->package->release($this->release() ?? '')->replaces ?? [],
        );
    }

    /** @return array<string, string> version => its change notes, from the first depot that has some */
    public function changeNotes(): array
    {
        return $this->sources->reduce(fn (array $notes, object $source): array => $notes + ($source->page['notes'] ?? []), []);
    }

    /** @return list<string> what of it cannot be used, and why */
    public function problems(): array
    {
        $said = (new SourceProblems())->of($this->package->id);
        foreach (array_slice(array_reverse($this->package->releases), 0, self::READ) as $release) {
            $targets = array_merge(
                array_map(fn (Breakage $breakage): Target => $breakage->target, $release->breaks),
                ...array_map(fn (Need $need): array => $need->alternatives, [...$release->needs(), ...$release->suggests]),
            );
            foreach ($targets as $target) {
                $range = $this->catalogue->package($target->id)?->range($target->range, $this->package->syntax);
                if ($range !== null && ! $range->isReadable()) {
                    $said["{$target->id} {$target->range}"] ??= "{$release->version} names {$this->title(
                        $target->id,
                    )} in {$range->words()}, which nothing here meets.";
                }
            }
        }

        return array_slice(array_values($said), 0, self::SAID);
    }

    /** The relation of a release to the game, where it is not for this version: what can be waived. */
    public function isWaivable(int $row): bool
    {
        $game = $this->plan->base->game;
        $release = $this->package->release($this->matrix->rows[$row]['version']);
        if ($release === null || $this->matrix->isForHere($row)) {
            return false;
        }
        $loaders = array_map(fn (LoaderWord $loader): string => $loader->id, $this->catalogue->game->loaders);
        $names = array_merge(
            [],
            ...array_map(
                fn (Need $need): array => array_map(fn (Target $target): string => $target->id, $need->alternatives),
                $release->needs(),
            ),
        );
        $forAnother = array_diff(
            array_intersect($names, $loaders),
            (new Bases($this->catalogue->game, $this->catalogue))->standsFor($this->plan->base->loader),
        );

        return in_array($game, $names, true) && $forAnother === [];
    }

    /** @param  array<string, string>  $versions */
    private function meets(Need $need, array $versions): ?string
    {
        foreach ($need->alternatives as $target) {
            if (isset($versions[$target->id])) {
                return $target->id;
            }
        }
        foreach ($need->alternatives as $target) {
            foreach ($this->catalogue->providersOf($target->id) as $provider) {
                if (
                    isset($versions[$provider->package]) &&
                    $this->catalogue->package($provider->package)?->positionOf($versions[$provider->package]) === $provider->position
                ) {
                    return $provider->package;
                }
            }
        }

        return null;
    }
}

<?php

declare(strict_types=1);

namespace App\Orders;

use App\Disk\Laying;
use App\Disk\Merging;
use App\Drafts\LineUp;
use App\Drafts\LineUps;
use App\Drafts\Offered;
use App\Games\Games;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\Store;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Place\Order\OrderRule;
use Stasimon\Core\Place\Placement;
use ZipArchive;

/** Every list of an instance whose order counts, as it would be with the draft. */
final readonly class OrderLists
{
    /** Bytes of what is shown of one side of a contested path. */
    private const SHOWN = 5_000_000;

    public function __construct(private LineUps $lineUps, private Games $games, private Laying $laying, private Store $store)
    {
    }

    /** @return array<string, OrderList> by key */
    public function of(Instance $instance): array
    {
        $lineUp = $this->lineUps->lineUp($instance);
        if ($lineUp->resolved === null) {
            return [];
        }
        $packs = $starts = [];
        $started = $lineUp->catalogue->game->launch->started();
        foreach ($lineUp->withFiles() as $selected) {
            $kind = $selected->package->kind;
            if (in_array($kind, $started, true)) {
                $starts[$selected->package->id] = Laying::needsOf($selected->package->id, $lineUp);
            }
            $isPack = in_array($kind, [Kind::ResourcePack, Kind::DataPack], true);
            $key = Merging::isMerged($selected, $lineUp) ? 'merged' : ($isPack ? $kind->value : null);
            if ($key !== null) {
                $packs[$key][$selected->package->id] = $lineUp->fileOf($selected)->sha256;
            }
        }
        $sequence = Laying::sequence($lineUp, $this->laying->rules($lineUp));
        $lists = [];
        $contested = $this->contested($lineUp);
        if (count($starts) > 1) {
            $ids = self::inOrder($sequence, array_map(strval(...), array_keys($starts)));
            $lists['start'] = new OrderList(
                'start',
                'Start order',
                $ids,
                [],
                array_map(fn (array $needs): array => array_values(array_intersect($needs, $ids)), $starts),
            );
        }
        if ($contested !== []) {
            $lists['files'] = new OrderList(
                'files',
                'Files that several bring',
                self::inOrder($sequence, array_merge(...array_values($contested))),
                $contested,
            );
        }

        return $lists + $this->packs($packs, $sequence);
    }

    /** @return array<string, list<string>> path => packages that bring it, the one that wins last */
    private function contested(LineUp $lineUp): array
    {
        $contested = [];
        $placement = new Placement($this->games->get($lineUp->plan->base->game));
        foreach (Laying::contested($this->laying->known($lineUp, $placement)) as $one) {
            $contested[$one['path']] = [...$one['over'], $one['winner']];
        }

        return $contested;
    }

    /**
     * @param  array<string, array<string, string>>  $packs  kind => package id => SHA-256
     * @param  list<string>  $sequence
     * @return array<string, OrderList>
     */
    private function packs(array $packs, array $sequence): array
    {
        $lists = [];
        foreach ($packs as $kind => $digests) {
            if (count($digests) > 1) {
                $ids = self::inOrder($sequence, array_map(strval(...), array_keys($digests)));
                $lists[$kind] = new OrderList(
                    $kind,
                    $kind === 'merged' ? 'Merged into the game' : ucfirst(Kind::from($kind)->word(2)),
                    $ids,
                    $this->shared($ids, $digests),
                );
            }
        }

        return $lists;
    }

    /** Why there is no order to be told of; nothing where there is a line-up. */
    public function problem(Instance $instance): string
    {
        $lineUp = $this->lineUps->lineUp($instance);

        return match (true) {
            $lineUp->resolved !== null => '',
            $lineUp->isStopped => 'The line-up is being worked out, so what depends on an order is not known yet. Load the page again in '.
                'a moment.',
            default => 'The draft cannot be as it is, so there is no line-up that has an order. The draft says why.',
        };
    }

    /** @return list<OrderRule> what packages of the line-up say of the order themselves, about others that are in it */
    public function said(Instance $instance): array
    {
        $lineUp = $this->lineUps->lineUp($instance);
        $names = $this->names($instance);

        return $lineUp->resolved === null
            ? []
            : array_values(
                array_filter(
                    [...Laying::extended($lineUp), ...$this->laying->said($lineUp)],
                    fn (OrderRule $rule): bool => isset($names[$rule->first], $names[$rule->then]),
                ),
            );
    }

    /** @return list<OrderRule> what extends what, in the line-up with the draft */
    public function extended(Instance $instance): array
    {
        return Laying::extended($this->lineUps->lineUp($instance));
    }

    /**
     * Whose content is at paths of the merged archive, as it is applied.
     *
     * @param  list<string>  $paths
     * @return array<string, string> path => name of the package
     */
    public function bringersOf(Instance $instance, array $paths): array
    {
        $lineUp = $this->lineUps->lineUpOf($instance->plan, $instance);
        $files = $names = [];
        foreach ($lineUp->withFiles() as $selected) {
            if (Merging::isMerged($selected, $lineUp)) {
                $names[$selected->package->id] = $selected->package->title();
                $files[$selected->package->id] = $lineUp->fileOf($selected);
            }
        }
        $digests = array_map(fn (Offered $file): string => $file->sha256, $files);
        $entries = DB::table('archives')
            ->whereIn('sha256', array_values($digests))
            ->pluck('entries', 'sha256')
            ->mapWithKeys(fn (string $json, string $sha): array => [trim($sha) => json_decode($json, true)])
            ->all();
        $asked = array_fill_keys($paths, true);
        $bringers = [];
        // The last in the order wins; of an archive with its content in one folder, that folder is all there is.
        foreach (
            self::inOrder(Laying::sequence($lineUp, $this->laying->rules($lineUp)), array_map(strval(...), array_keys($files))) as $id
        ) {
            $folder = (string) $files[$id]->content === '' ? '' : rtrim((string) $files[$id]->content, '/').'/';
            foreach ($entries[$digests[$id]] ?? [] as $entry) {
                $path =
                    $folder === '' || ! str_starts_with($entry['path'], $folder)
                        ? ($folder === ''
                            ? $entry['path']
                            : '')
                        : substr($entry['path'], strlen($folder));
                isset($asked[$path]) && ($bringers[$path] = $names[$id]);
            }
        }

        return $bringers;
    }

    /** What a rule says: which of two wins, or is started first. */
    public static function words(?OrderList $starts, string $first, string $then, string $firstName, string $thenName): string
    {
        return $starts !== null && array_diff([$first, $then], $starts->ids) === []
            ? "{$firstName} starts before {$thenName}"
            : "{$thenName} wins over {$firstName}";
    }

    /** @return array<string, string> package id => name */
    public function names(Instance $instance): array
    {
        $names = [];
        foreach ($this->lineUps->lineUp($instance)->resolved->selection ?? [] as $selected) {
            $names[$selected->package->id] = $selected->package->title();
        }

        return $names;
    }

    /**
     * What one package brings at a contested path.
     *
     * @throws Refusal
     */
    public function content(Instance $instance, OrderList $list, string $path, string $id): string
    {
        $lineUp = $this->lineUps->lineUp($instance);
        foreach ($lineUp->withFiles() as $selected) {
            if ($selected->package->id === $id && in_array($id, $list->contested[$path] ?? [], true)) {
                $content =
                    $list->key === 'files'
                        ? $this->placed($selected->package->id, $path, $lineUp)
                        : $this->packed($lineUp->fileOf($selected)->sha256, $path);

                return $content ?? throw Refusal::notFound('That is larger than can be shown, or not in the store any more.');
            }
        }
        throw Refusal::notFound('Nothing of that name is contested there.');
    }

    private function packed(string $sha256, string $path): ?string
    {
        $archive = new ZipArchive();
        if (! $this->store->has($sha256) || $archive->open($this->store->path($sha256), ZipArchive::RDONLY) !== true) {
            return null;
        }
        $stat = $archive->statName($path);
        $text = $stat === false || $stat['size'] > self::SHOWN ? false : $archive->getFromName($path);
        $archive->close();

        return $text === false ? null : $text;
    }

    private function placed(string $id, string $path, LineUp $lineUp): ?string
    {
        $digest = $this->laying->contentAt($id, $path, $lineUp, new Placement($this->games->get($lineUp->plan->base->game)));

        return $digest === null || ! $this->store->has($digest) || filesize($this->store->path($digest)) > self::SHOWN
            ? null
            : (string) file_get_contents($this->store->path($digest));
    }

    /**
     * @param  list<string>  $ids  in order
     * @param  array<string, string>  $digests  package => SHA-256 of its archive
     * @return array<string, list<string>>
     */
    private function shared(array $ids, array $digests): array
    {
        return array_filter($this->brought($ids, $digests), fn (array $by): bool => count($by) > 1);
    }

    /**
     * @param  list<string>  $ids  in order
     * @param  array<string, string>  $digests  package => SHA-256 of its archive
     * @return array<string, list<string>> path => packages that bring it, the last of which wins
     */
    private function brought(array $ids, array $digests): array
    {
        $entries = DB::table('archives')
            ->whereIn('sha256', array_values($digests))
            ->pluck('entries', 'sha256')
            ->mapWithKeys(fn (string $json, string $sha): array => [trim($sha) => json_decode($json, true)])
            ->all();
        $bring = [];
        foreach ($ids as $id) {
            foreach ($entries[$digests[$id]] ?? [] as $entry) {
                // What a pack says of itself is no content.
                if (str_contains($entry['path'], '/') && ! str_starts_with($entry['path'], 'META-INF/')) {
                    $bring[$entry['path']][] = $id;
                }
            }
        }
        ksort($bring, SORT_STRING);

        return $bring;
    }

    /**
     * @param  list<string>  $sequence
     * @param  list<string>  $ids
     * @return list<string>
     */
    private static function inOrder(array $sequence, array $ids): array
    {
        return array_values(array_filter($sequence, fn (string $id): bool => in_array($id, $ids, true)));
    }
}

<?php

declare(strict_types=1);

namespace App\Depots;

use App\Games;
use App\Models\Depot;
use App\Models\Package;
use App\Models\Release;
use App\Models\Task;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Base\Support;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Node;
use Stasimon\Core\Catalogue\Package as CataloguePackage;
use Stasimon\Core\Catalogue\UnusableDocument;
use Throwable;

/** Brings what changed in a depot's catalogue into the database, one package at a time; can be repeated without harm. */
final readonly class Synchronising
{
    public function __construct(private Games $games)
    {
    }

    /** @throws DepotFailure */
    public function run(Depot $depot, Task $task): void
    {
        $client = new DepotClient($depot);
        try {
            $changes = $client->changes($depot->sequence);
            if (! is_array($changes['changes'] ?? null) || ! is_int($changes['sequence'] ?? null)) {
                throw DepotFailure::rubbish($depot->name, 'changes.json');
            }
            $done = 0;
            foreach ($changes['changes'] as $change) {
                $id = is_array($change) ? ($change['id'] ?? null) : null;
                if (! is_string($id) || preg_match('/^[a-z0-9][a-z0-9._+-]*$/D', $id) !== 1) {
                    throw DepotFailure::rubbish($depot->name, 'changes.json');
                }
                $this->store($depot, $client->package($id));
                $task->advance('reading the catalogue', ++$done, count($changes['changes']));
            }
            $depot->update(['sequence' => $changes['sequence'], 'synced_at' => now(), 'problem' => null]);
        } catch (DepotFailure $failure) {
            $depot->update(['problem' => $failure->getMessage()]);
            throw $failure;
        }
    }

    private function store(Depot $depot, string $json): void
    {
        try {
            $node = Node::ofJson($json);
            $package = (new CatalogueReader)->package($node);
            if ($package->kind === Kind::Game || $package->kind === Kind::Runtime || isset($this->games->all()[$package->id])) {
                throw UnusableDocument::at('/kind', 'games and runtimes come from definitions, not from depots.');
            }
            [$releases, $mentions] = [$this->releases($node), $this->mentions($node)];
        } catch (UnusableDocument $failure) {
            throw DepotFailure::rubbish($depot->name, $failure->getMessage());
        }
        $document = json_decode($json, true);
        DB::transaction(function () use ($depot, $json, $document, $package, $releases, $mentions): void {
            $text = fn (string $field): string => is_string($document[$field] ?? null) ? mb_substr($document[$field], 0, 500) : '';
            $categories = array_values(array_filter((array) ($document['categories'] ?? []), is_string(...)));
            Package::query()->upsert([[
                'id' => $package->id,
                'depot_id' => $depot->id,
                'kind' => $package->kind->value,
                'name' => mb_substr($package->title(), 0, 120),
                'summary' => $text('summary'),
                'categories' => json_encode($categories),
                'side' => in_array($document['side'] ?? '', ['client', 'server', 'both'], true) ? $document['side'] : 'both',
                'downloads' => is_int($document['downloads'] ?? null) ? max(0, $document['downloads']) : 0,
                'published_at' => max([null, ...array_column($releases, 'published_at')]),
                'document' => $json,
                'search' => mb_strtolower($package->title().' '.$package->id.' '.$text('summary').' '.implode(' ', $categories)),
            ]], ['id']);
            DB::table('releases')->where('package_id', $package->id)->whereNotIn('version', array_column($releases, 'version'))->delete();
            Release::query()->upsert(array_map(fn (array $release): array => ['package_id' => $package->id] + $release, $releases), ['package_id', 'version']);
            DB::table('supports')->where('package_id', $package->id)->delete();
            DB::table('supports')->insert($this->supports($package));
            DB::table('mentions')->where('package_id', $package->id)->delete();
            DB::table('mentions')->insert(array_map(fn (array $mention): array => ['package_id' => $package->id, 'mentioned' => $mention[0], 'relation' => $mention[1]], $mentions));
        });
    }

    /** @return list<array<string, mixed>> rows of the releases table */
    private function releases(Node $package): array
    {
        $rows = [];
        foreach ($package->field('releases')->items() as $release) {
            $file = $release->field('files')->items()[0] ?? throw $release->field('files')->wrong('a release has at least one file.');
            $digest = $file->field('sha256');
            if (preg_match('/^[0-9a-f]{64}$/D', $digest->text()) !== 1) {
                throw $digest->wrong('64 lower-case hexadecimal digits are expected.');
            }
            $path = $file->field('path');
            if (preg_match('#^[A-Za-z0-9._+/-]+$#D', $path->text()) !== 1 || str_contains($path->text(), '..') || str_starts_with($path->text(), '/')) {
                throw $path->wrong('a path below the depot is expected.');
            }
            $rows[] = [
                'version' => $release->field('version')->text(),
                'recommended' => $release->optional('recommended')?->flag() ?? false,
                'published_at' => self::moment($release->optional('published')?->text()),
                'file_name' => $file->field('name')->text(),
                'file_size' => max(0, $file->field('size')->whole()),
                'file_sha256' => $digest->text(),
                'file_path' => $path->text(),
            ];
        }

        return $rows;
    }

    /** @return list<array<string, string>> rows of the supports table */
    private function supports(CataloguePackage $package): array
    {
        $rows = [];
        foreach ($this->games->all() as $game) {
            foreach (Support::of($package, $game) as [$version, $loader]) {
                $rows[] = ['package_id' => $package->id, 'kind' => $package->kind->value, 'game' => $game->id, 'game_version' => $version, 'loader' => $loader];
            }
        }

        return $rows;
    }

    private static function moment(?string $text): ?string
    {
        try {
            return $text === null ? null : Carbon::parse($text)->toIso8601String();
        } catch (Throwable) {
            return null;
        }
    }

    /** @return list<array{string, string}> ids that the package's releases name, and how */
    private function mentions(Node $package): array
    {
        $mentions = [];
        foreach ($package->field('releases')->items() as $release) {
            foreach (['needs', 'suggests', 'breaks', 'provides'] as $relation) {
                foreach ($release->listed($relation) as $item) {
                    foreach ($item->has('anyOf') ? $item->field('anyOf')->items() : [$item] as $target) {
                        $mentions[$relation.' '.$target->field('id')->id()] = [$target->field('id')->id(), $relation];
                    }
                }
            }
        }

        return array_values($mentions);
    }
}

<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Models\Instance;
use App\Refusal\Refusal;
use App\Shelf\Recognised;
use App\Shelf\ShelfFile;
use App\Shelf\ShelfState;
use App\Shelf\Uploads;
use App\Store\FullDisk;
use App\Store\Store;
use Illuminate\Support\Collection;
use LogicException;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Evidence\Descriptor\SaidRelease;
use Stasimon\Core\Game\OwnWords;
use Stasimon\Core\Share\Carried;
use Stasimon\Core\Share\CarriedFile;
use Stasimon\Core\Share\Container;
use Stasimon\Core\Share\Elsewhere;

/** Files of an instance that no depot has: given away with it where they may be, and named where not. */
final readonly class CarriedFiles
{
    public function __construct(private Store $store, private Uploads $uploads, private GivenConfigs $configs)
    {
    }

    /** @return Collection<int, ShelfFile> those of the own shelf that an instance uses */
    public function of(Instance $instance): Collection
    {
        $digests = $instance->placed->pluck('sha256')->filter()->map(fn (?string $digest): string => trim((string) $digest))->all();

        return ShelfFile::query()
            ->whereIn('sha256', $digests)
            ->where('state', ShelfState::Ready)
            ->orderBy('name')
            ->orderBy('id')
            ->get()
            ->filter(fn (ShelfFile $file): bool => $file->found !== null && ! $file->isOfDepot())
            ->unique(fn (ShelfFile $file): string => trim((string) $file->sha256))
            ->values();
    }

    /**
     * What goes with an instance.
     *
     * @param  list<string>  $configs  paths that go with it
     * @param  list<string>  $passed  SHA-256 of files of one's own that may be passed on; what says itself that it may not is left out all
     *     the same
     * @param  bool  $launching  whether it is said how the instance is launched
     * @return array{Carried, array<string, string>} and the configs, path => content
     */
    public function carried(Instance $instance, array $configs, array $passed, bool $launching = false): array
    {
        $contents = array_intersect_key($this->configs->contents($instance), array_flip($configs));
        $files = $elsewhere = [];
        foreach ($this->of($instance) as $own) {
            $found = $own->found ?? throw new LogicException('Only what was recognised goes along.');
            $digest = trim((string) $own->sha256);
            if (in_array($digest, $passed, true) && $own->terms()->passes() !== false) {
                $files[] = new CarriedFile(
                    $digest,
                    $own->name,
                    (int) filesize($this->store->path($digest)),
                    $found->id,
                    $found->version(),
                    $found->kind,
                    mb_substr($found->name, 0, Limits::NAME),
                );
            } else {
                $elsewhere[] = new Elsewhere(
                    $found->id,
                    $found->version(),
                    mb_substr($found->name, 0, Limits::NAME),
                    (string) $own->source,
                );
            }
        }

        $digests = array_map(fn (string $text): string => hash('sha256', $text), $contents);

        return [new Carried($digests, $files, $elsewhere, $launching ? $instance->launching : new OwnWords()), $contents];
    }

    /**
     * @return array<string, string> SHA-256 => where each file that is carried lies
     *
     * @throws Refusal where one is not in the store any more
     */
    public function paths(Carried $carried): array
    {
        $paths = [];
        foreach ($carried->files as $file) {
            $paths[$file->sha256] = $this->store->has($file->sha256)
                ? $this->store->path($file->sha256)
                : throw Refusal::conflict("{$file->name} is not in the store any more, so the file cannot be made.");
        }

        foreach ($carried->worlds as $file) {
            $paths[$file->sha256] = $this->store->has($file->sha256)
                ? $this->store->path($file->sha256)
                : throw Refusal::conflict("{$file->at()} is not in the store any more, so the file cannot be made.");
        }

        return $paths;
    }

    /** Puts what came on the shelf, where each is read by a worker; what is in the store already is there. */
    public function receive(Carried $carried, Container $container, string $game): void
    {
        foreach ($carried->files as $file) {
            $there = ShelfFile::query()->where('sha256', $file->sha256)->where('game', $game)->exists();
            if (! $there) {
                $to = (string) tempnam(sys_get_temp_dir(), 'stasimon-carried');
                $handle = @fopen($to, 'wb') ?: throw FullDisk::writing($file->name);
                $container->extract($file, $handle);
                fclose($handle) || throw FullDisk::writing($file->name);
                $this->uploads->fromDisk($to, $file->name, $game, self::said($file));
            }
        }
    }

    /** What whoever gave it says of it. */
    private static function said(CarriedFile $file): ?Recognised
    {
        return $file->id === '' || $file->version === '' || $file->kind === ''
            ? null
            : new Recognised(
                'unknown',
                ['Whoever gave it to you says so.'],
                $file->id,
                $file->title === '' ? $file->id : $file->title,
                $file->kind,
                '',
                new SaidRelease($file->version),
            );
    }
}

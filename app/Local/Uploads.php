<?php

declare(strict_types=1);

namespace App\Local;

use App\Models\Instance;
use App\Models\ShelfFile;
use App\Refusal\Refusal;
use App\Store\Store;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Document\Limits;

/** Files on their way in, a slice at a time, each of which may be sent again from where it stopped. */
final readonly class Uploads
{
    /** Bytes of a file. */
    public const LONGEST = 2_147_483_648;

    public function __construct(private Store $store, private ReadShelfFile $reading)
    {
    }

    /** @throws Refusal for more than there is room for */
    public function begin(string $name, int $size, string $game, ?Instance $instance): ShelfFile
    {
        $name = Slices::name($name, Limits::FILE_NAME);
        if ($size > $this->store->free() - 100_000_000) {
            throw Refusal::conflict("There is no room for {$name} on the disk of the store. Nothing was kept.");
        }
        $file = ShelfFile::query()->create(['name' => $name, 'size' => $size, 'game' => $instance->plan->base->game ?? $game, 'instance_id' => $instance?->id]);
        File::ensureDirectoryExists(dirname($file->path()));
        file_put_contents($file->path(), '');

        return $file->refresh();
    }

    /**
     * Takes a slice, if it is the next.
     *
     * @param  resource  $slice
     * @return int bytes that are there now
     */
    public function take(ShelfFile $file, int $offset, $slice): int
    {
        $file->state === ShelfState::Coming || throw Refusal::conflict("{$file->name} is not being taken in. Drop it again.");
        try {
            $come = Slices::append($file->path(), $offset, $slice, $file->size, $file->name);
        } catch (Refusal $refusal) {
            if (! is_file($file->path())) {
                $file->update(['state' => ShelfState::Refused, 'problem' => 'It is longer than it was said to be.']);
            }
            throw $refusal;
        }
        if ($come !== $file->come) {
            $file->update(['come' => $come] + ($come === $file->size ? ['state' => ShelfState::Waiting] : []));
            $come === $file->size && $this->reading->start($file);
        }

        return $come;
    }

    /** A file that a form brought whole. */
    public function whole(UploadedFile $upload, string $game, ?Instance $instance): ShelfFile
    {
        $file = $this->begin($upload->getClientOriginalName(), (int) $upload->getSize(), $game, $instance);
        $upload->move(dirname($file->path()), basename($file->path()));
        $file->update(['come' => $file->size, 'state' => ShelfState::Waiting]);
        $this->reading->start($file);

        return $file;
    }

    /**
     * A file that came in another way, and is moved here.
     *
     * @param  array<string, mixed>|null  $said  {@see Recognised}: what is said of it beside what it says itself
     */
    public function fromDisk(string $path, string $name, string $game, ?array $said): ShelfFile
    {
        $file = $this->begin($name, (int) filesize($path), $game, null);
        rename($path, $file->path());
        $file->update(['come' => $file->size, 'state' => ShelfState::Waiting, 'found' => $said]);
        $this->reading->start($file);

        return $file;
    }
}

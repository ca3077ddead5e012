<?php

declare(strict_types=1);

namespace App\Local;

use App\Models\Instance;
use App\Models\ShelfFile;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Document\Limits;

/** Files on their way in, a slice at a time, each of which may be sent again from where it stopped. */
final readonly class Uploads
{
    /** Bytes of a file. */
    public const LONGEST = 2_147_483_648;

    /** Bytes of a slice. */
    public const SLICE = 16_777_216;

    public function __construct(private Store $store, private ReadShelfFile $reading)
    {
    }

    /** @throws Refusal for more than there is room for */
    public function begin(string $name, int $size, string $game, ?Instance $instance): ShelfFile
    {
        $name = mb_substr(trim((string) preg_replace('/\p{C}+/u', '', mb_scrub(basename(strtr($name, '\\', '/'))))), 0, Limits::FILE_NAME);
        if ($size > $this->store->free() - 100_000_000) {
            throw Refusal::conflict("There is no room for {$name} on the disk of the store. Nothing was kept.");
        }
        $file = ShelfFile::query()->create(['name' => $name === '' ? 'file' : $name, 'size' => $size, 'game' => $instance->plan->base->game ?? $game, 'instance_id' => $instance?->id]);
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
        $to = $file->state === ShelfState::Coming ? @fopen($file->path(), 'c+b') : false;
        if ($to === false || ! flock($to, LOCK_EX)) {
            throw Refusal::conflict("{$file->name} is not being taken in. Drop it again.");
        }
        fseek($to, 0, SEEK_END);
        $there = (int) ftell($to);
        if ($offset !== $there) {
            // Whoever sends asks where to go on.
            fclose($to);

            return $there;
        }
        $come = (int) stream_copy_to_stream($slice, $to, min(self::SLICE, $file->size - $there + 1));
        $isWritten = fflush($to) && (fstat($to) ?: ['size' => 0])['size'] === $there + $come;
        fclose($to);
        if (! $isWritten) {
            throw FullDisk::writing($file->name);
        }
        if ($there + $come > $file->size) {
            @unlink($file->path());
            $file->update(['state' => ShelfState::Refused, 'problem' => 'It is longer than it was said to be.']);
            throw Refusal::unusable("{$file->name} is longer than it was said to be. Nothing was kept.");
        }
        $file->update(['come' => $there + $come] + ($there + $come === $file->size ? ['state' => ShelfState::Waiting] : []));
        if ($there + $come === $file->size) {
            $this->reading->start($file);
        }

        return $there + $come;
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

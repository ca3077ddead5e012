<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Models\Instance;
use App\Refusal\Refusal;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Document\Limits;

/** Files on their way in, a slice at a time, each of which may be sent again from where it stopped. */
final readonly class Uploads
{
    /** Bytes of a file. */
    public const LONGEST = 2_147_483_648;

    /** Hours after which one that does not go on is given up. */
    private const HOURS = 24;

    public function __construct(private Room $room, private ReadShelfFile $reading)
    {
    }

    /** @throws Refusal for more than there is room for */
    public function begin(string $name, int $size, string $game, ?Instance $instance): ShelfFile
    {
        $name = Slices::name($name, Limits::FILE_NAME);
        $this->room->require($name, $size);
        $file = ShelfFile::query()->create([
            'name' => $name,
            'size' => $size,
            'game' => $instance->plan->base->game ?? $game,
            'instance_id' => $instance?->id,
        ]);
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
        $come = Slices::append($file->path(), $offset, $slice, $file->size, $file->name);
        if ($come !== $file->come) {
            $file->update(['come' => $come] + ($come === $file->size ? ['state' => ShelfState::Waiting] : []));
            $come === $file->size && $this->reading->start($file);
        }

        return $come;
    }

    /** Gives up those of which nothing has come for long. */
    public static function eraseOld(): void
    {
        $before = now()->subHours(self::HOURS);
        foreach (ShelfFile::query()->where('state', ShelfState::Coming)->where('created_at', '<', $before)->get() as $file) {
            if ((int) @filemtime($file->path()) < (int) $before->timestamp) {
                @unlink($file->path());
                $file->update([
                    'state' => ShelfState::Refused,
                    'problem' => 'It did not come whole, and nothing more of it has come for '.self::HOURS.' hours. Drop it again.',
                ]);
            }
        }
    }

    /** A file that a form brought whole. */
    public function whole(UploadedFile $upload, string $game, ?Instance $instance): ShelfFile
    {
        $file = $this->held($upload, $game, $instance);
        $this->reading->start($file);

        return $file;
    }

    /** The same, without having it read: that is up to whoever asks for it. */
    public function held(UploadedFile $upload, string $game, ?Instance $instance): ShelfFile
    {
        $file = $this->begin($upload->getClientOriginalName(), (int) $upload->getSize(), $game, $instance);
        $upload->move(dirname($file->path()), basename($file->path()));
        $file->update(['come' => $file->size, 'state' => ShelfState::Waiting]);

        return $file;
    }

    /**
     * A file that came in another way, and is moved here.
     *
     * @param  Recognised|null  $said  what is said of it beside what it says itself
     */
    public function fromDisk(string $path, string $name, string $game, ?Recognised $said): ShelfFile
    {
        $file = $this->begin($name, (int) filesize($path), $game, null);
        rename($path, $file->path());
        $file->update(['come' => $file->size, 'state' => ShelfState::Waiting, 'found' => $said]);
        $this->reading->start($file);

        return $file;
    }
}

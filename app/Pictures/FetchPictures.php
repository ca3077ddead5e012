<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Cage\StrangersFiles;
use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Download\Downloads;
use App\Depots\Download\Transfer;
use App\Depots\ReleaseRow;
use App\Models\Task;
use App\Refusal\Refusal;
use App\Store\Store;
use App\Work\Undertaking;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use stdClass;

/** Fetches pictures that somebody has looked for, and keeps each as small as it is shown. */
final readonly class FetchPictures implements Undertaking
{
    /** Pictures that one task fetches; what is left is left to the next. */
    private const MOST = 100;

    public function __construct(private Store $store, private StrangersFiles $reading, private OwnPictures $own)
    {
    }

    public function run(Task $task): void
    {
        File::ensureDirectoryExists(dirname(Pictures::path('x')));
        $this->own->take(self::MOST);
        $wanted = DB::table('picture_wants')
            ->join('pictures', 'pictures.sha256', '=', 'picture_wants.sha256')
            ->where('failed', false)
            ->orderBy('wanted_at')
            ->limit(self::MOST)
            ->get(['pictures.sha256', 'depot_id', 'path', 'size', 'place', 'package_id']);
        $depots = Depot::query()->whereIn('id', $wanted->pluck('depot_id')->unique())->where('paused', false)->get()->keyBy('id');
        foreach ($wanted->unique('sha256')->values() as $number => $one) {
            $task->advance('fetching pictures', $number, $wanted->count());
            $depot = $depots[$one->depot_id] ?? null;
            $isHere = $depot !== null && $this->fetch($one, $depot);
            $isHere
                ? DB::table('picture_wants')->where('sha256', $one->sha256)->delete()
                : DB::table('picture_wants')->where('sha256', $one->sha256)->update(['failed' => true]);
        }
        $this->forget();
    }

    /** Those that no package has any more are taken away, and so is what was asked for of them. */
    private function forget(): void
    {
        DB::table('picture_wants')->whereNotIn('sha256', DB::table('pictures')->select('sha256')->whereNotNull('sha256'))->delete();
        $kept = DB::table('pictures')->whereNotNull('sha256')->pluck('sha256', 'sha256');
        foreach (File::files(dirname(Pictures::path('x'))) as $file) {
            $kept->has($file->getBasename('.png')) || @unlink($file->getPathname());
        }
    }

    /** Whether it came, and is a picture. */
    private function fetch(stdClass $one, Depot $depot): bool
    {
        $offer = (new ReleaseRow())->forceFill(['depot_id' => $depot->id, 'file_path' => $one->path])->setRelation('depot', $depot);
        $transfer = new Transfer($one->sha256, (int) $one->size, "a picture of {$one->package_id}", [$offer]);
        $had = $this->store->has($one->sha256);
        try {
            $had || (new Downloads($this->store, fn (): bool => true))->run([$transfer]);
            $bytes = (string) file_get_contents($this->store->path($one->sha256));
            $scaled = $this->reading->text(Scaled::class, $transfer->name, $bytes, (int) $one->place === 0 ? Scaled::SQUARE : Scaled::WIDE);
            Pictures::keep($one->sha256, $scaled);
        } catch (DepotFailure|Refusal) {
            return false;
        } finally {
            $had || @unlink($this->store->path($one->sha256));
        }

        return true;
    }

    /** Each that came is kept; the others are asked for again when somebody looks for them. */
    public function abandon(Task $task, string $why): void
    {
    }
}

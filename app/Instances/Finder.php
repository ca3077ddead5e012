<?php

declare(strict_types=1);

namespace App\Instances;

use App\Models\Instance;
use App\Models\Package;
use Illuminate\Pagination\LengthAwarePaginator;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Explain\Fit;
use Stasimon\Core\Explain\Verdict;
use Stasimon\Core\Explain\Verdicts;

/** Searches the depots' packages and says of each what adding it to an instance's draft would come to. */
final readonly class Finder
{
    public const PAGE = 20;

    public function __construct(private Drafting $drafting)
    {
    }

    /** @return LengthAwarePaginator<int, Package> */
    public function search(Instance $instance, string $words, string $kind): LengthAwarePaginator
    {
        $words = mb_strtolower(trim(mb_substr($words, 0, 200)));
        $query = Package::query()->whereIn('id', DB::table('supports')->where('game', $instance->plan->game)->select('package_id'))
            ->where('kind', '!=', Kind::Loader->value);
        if ($kind !== '') {
            $query->where('kind', $kind);
        }
        if ($words !== '') {
            // Each word has to be in the text, or be spelled nearly like one that is.
            foreach (preg_split('/\s+/', $words) ?: [] as $word) {
                $query->where(fn ($any) => $any->whereRaw("search like ? escape '!'", ['%'.str_replace(['!', '%', '_'], ['!!', '!%', '!_'], $word).'%'])->orWhereRaw('word_similarity(?, search) > 0.45', [$word]));
            }
            $query->orderByRaw('word_similarity(?, lower(name)) desc', [$words]);
        }

        return $query->orderByDesc('downloads')->orderBy('id')->paginate(self::PAGE)->withQueryString();
    }

    /**
     * @param  iterable<Package>  $packages
     * @return array<string, Verdict> by package id
     */
    public function verdicts(Instance $instance, iterable $packages): array
    {
        $lineUp = $this->drafting->lineUp($instance);
        $ids = collect($packages)->pluck('id')->all();
        $lineUp->catalogue->load($ids);
        $verdicts = new Verdicts($lineUp->catalogue, $lineUp->catalogue->game, $lineUp->plan, $lineUp->resolved?->versions() ?? $lineUp->have);
        $byId = [];
        foreach ($ids as $id) {
            $package = $lineUp->catalogue->package($id);
            $byId[$id] = match (true) {
                $package === null => new Verdict(Fit::Not, 'no depot has it any more'),
                $lineUp->resolved === null && ! $lineUp->plan->wants($id) => new Verdict(Fit::Not, 'the draft has no line-up; mend it first'),
                default => $verdicts->of($package),
            };
        }

        return $byId;
    }
}

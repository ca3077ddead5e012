<?php

declare(strict_types=1);

namespace App\Http\Guide;

use App\Refusal\Refusal;
use App\View\Guide\Guide;
use App\View\Guide\Tour;
use App\View\Guide\Words;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** How all of it is used, and what the words of the house mean. */
final readonly class GuideController
{
    public function show(Guide $guide): View
    {
        return view('guide.page', ['parts' => $guide->sections(), 'words' => Words::all()]);
    }

    /** The steps of the tour, as they are with what is here now. */
    public function tour(): JsonResponse
    {
        return response()->json(Tour::steps());
    }

    /** A picture of the demo. */
    public function picture(string $picture): BinaryFileResponse
    {
        $path = base_path("docs/screenshots/{$picture}.png");

        return is_file($path)
            ? response()->file($path, ['Cache-Control' => 'private, max-age=3600'])
            : throw Refusal::notFound('There is no such picture in the guide.');
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Shelf;

use App\Refusal\Refusal;
use App\Shelf\Incoming;
use App\View\Asked;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Large files, which come in slices before the form that means them. */
final readonly class IncomingController
{
    public function __construct(private Incoming $incoming)
    {
    }

    public function begin(IncomingRequest $request): JsonResponse
    {
        return response()->json([
            'id' => $this->incoming->begin((string) $request->validated('name'), (int) $request->validated('size')),
            'come' => 0,
        ]);
    }

    public function slice(Request $request, string $id): JsonResponse
    {
        $slice = $request->getContent(true);

        return response()->json([
            'come' => $this->incoming->take(
                $id,
                Asked::number($request, 'offset') ??
                    throw Refusal::unusable('What came does not say where in the file it begins. It was not taken.'),
                is_resource($slice) ? $slice : throw Refusal::unusable('Nothing came.'),
            ),
        ]);
    }

    public function come(string $id): JsonResponse
    {
        return response()->json(['come' => $this->incoming->come($id)]);
    }
}

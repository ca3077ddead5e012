<?php

declare(strict_types=1);

namespace App\Http\Door;

use App\View\Door\Door;
use Illuminate\Http\JsonResponse;

/** Says what was dropped or pasted on a page, whatever page it is. */
final readonly class DoorController
{
    public function __invoke(DoorRequest $request): JsonResponse
    {
        $door = new Door($request->here());
        $text = (string) $request->validated('text');
        $told = array_map(
            fn (array $one): array => $door->file($one['name'], $one['size'], $one['head'])->told(),
            $request->beginnings(),
        );

        return response()->json($told === [] ? [$door->text($text)->told()] : $told);
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Find;

use App\Pictures\Pictures;
use App\Refusal\Refusal;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** A picture as it is kept here. */
final class PictureController
{
    public function __invoke(string $picture): BinaryFileResponse
    {
        $path = Pictures::path($picture);

        return is_file($path)
            ? response()->file($path, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=31536000, immutable'])
            : throw Refusal::notFound('That picture is not here.');
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Worlds;

use App\Models\Instance;

/** Breaks NoQueryInHttp, by a model and by a relation. */
final class AsksAModel
{
    public function clean(string $id): bool
    {
        return Instance::query()->find($id) !== null;
    }

    public function has(Instance $instance): bool
    {
        return $instance->rehearsals()->exists();
    }
}

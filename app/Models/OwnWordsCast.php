<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Game\OwnWords;

/** @implements CastsAttributes<OwnWords, OwnWords> */
final class OwnWordsCast implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): OwnWords
    {
        $kept = $value === null ? [] : (array) json_decode((string) $value, flags: JSON_THROW_ON_ERROR);

        return OwnWords::read(Node::of((object) array_filter($kept)));
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value === null ? null : json_encode((object) array_filter($value->fields()), JSON_THROW_ON_ERROR);
    }
}

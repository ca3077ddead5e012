<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

enum Kind: string
{
    case Game = 'game';
    case Runtime = 'runtime';
    case Loader = 'loader';
    case Library = 'library';
    case Mod = 'mod';
    case ResourcePack = 'resource-pack';
    case DataPack = 'data-pack';
    case ShaderPack = 'shader-pack';
    case Expansion = 'expansion';

    /** A game, a loader or a runtime: what the rest of a line-up stands on. */
    public function isBase(): bool
    {
        return $this === self::Game || $this === self::Runtime || $this === self::Loader;
    }

    /** One or several of this kind, for sentences. */
    public function word(int $count): string
    {
        return match ($this) {
            self::Library => $count === 1 ? 'library' : 'libraries',
            default => str_replace('-', ' ', $this->value).($count === 1 ? '' : 's'),
        };
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\NeededOn;
use Stasimon\Core\Game\ConfigForm;

/**
 * In what two line-ups differ, and whether it keeps two people from playing together. That client and server need the same
 * game, loader and content of both sides, and nothing else, is common practice.
 */
final readonly class Comparison
{
    /** @param  list<Difference>  $differences  what keeps apart first, each part by its title */
    private function __construct(public array $differences, public int $same)
    {
    }

    /** @param  Catalogue|null  $catalogue  with what is needed of each other, for the reasons */
    public static function of(
        ComparedSide $here,
        ComparedSide $there,
        ?Catalogue $catalogue = null,
        ConfigForm $configs = new ConfigForm(),
    ): self {
        $differences = [...self::ofBases($here, $there), ...self::ofConfigs($here, $there, $configs)];
        $same = 0;
        foreach ($here->held + $there->held as $id => $any) {
            $mine = $here->held[$id] ?? null;
            $theirs = $there->held[$id] ?? null;
            if ($mine?->version === $theirs?->version) {
                $same++;

                continue;
            }
            $side = ($theirs ?? $any)->side;
            if (
                $side === NeededOn::Both &&
                ($mine === null || $theirs === null) &&
                $catalogue !== null &&
                self::isForClient($any, $mine === null ? $there : $here, $catalogue)
            ) {
                $side = NeededOn::Client;
            }
            $differences[] = new Difference(
                (string) $id,
                $any->title,
                $mine->version ?? '',
                $theirs->version ?? '',
                self::meaning($mine, $theirs, $there, $side, $catalogue),
                $side === NeededOn::Both,
            );
        }
        usort(
            $differences,
            fn (Difference $a, Difference $b): int => [$b->keepsApart, $b->isOfBase, $a->isConfig, mb_strtolower($a->title)] <=> [
                $a->keepsApart,
                $a->isOfBase,
                $b->isConfig,
                mb_strtolower($b->title),
            ],
        );

        return new self($differences, $same);
    }

    /** @return list<Difference> */
    public function apart(): array
    {
        return array_values(array_filter($this->differences, fn (Difference $one): bool => $one->keepsApart));
    }

    /** @return list<Difference> */
    public function aside(): array
    {
        return array_values(array_filter($this->differences, fn (Difference $one): bool => ! $one->keepsApart));
    }

    /** @return list<Difference> of configs, where they are known of both */
    private static function ofConfigs(ComparedSide $here, ComparedSide $there, ConfigForm $form): array
    {
        if ($here->configs === null || $there->configs === null) {
            return [];
        }
        $differences = [];
        foreach ($here->configs + $there->configs as $path => $any) {
            $path = (string) $path;
            $mine = $here->configs[$path] ?? null;
            $theirs = $there->configs[$path] ?? null;
            if ($mine !== $theirs) {
                $isShared = $form->isShared($path);
                $differences[] = new Difference(
                    $path,
                    $path,
                    $mine === null ? '' : 'one content',
                    $theirs === null ? '' : ($mine === null ? 'there' : 'another'),
                    $isShared ? 'both sides must have the same settings here' : 'settings, each side its own',
                    $isShared,
                    false,
                    true,
                );
            }
        }

        return $differences;
    }

    /** @return list<Difference> */
    private static function ofBases(ComparedSide $here, ComparedSide $there): array
    {
        [$mine, $theirs] = [$here->base, $there->base];
        $isSame = $mine->game === $theirs->game;
        $differences = [];
        if ([$mine->game, $mine->gameVersion] !== [$theirs->game, $theirs->gameVersion]) {
            $differences[] = self::must(
                'game',
                $here->title($mine->game),
                $mine->gameVersion,
                $isSame ? $theirs->gameVersion : "{$there->title($theirs->game)} {$theirs->gameVersion}",
                'both sides must have the same version of the game',
            );
        }
        if ($mine->loader !== $theirs->loader) {
            $differences[] = self::must(
                'loader',
                'Loader',
                "{$here->title($mine->loader)} {$mine->loaderVersion}",
                "{$there->title($theirs->loader)} {$theirs->loaderVersion}",
                'both sides must have the same loader',
            );
        } elseif ($mine->loaderVersion !== $theirs->loaderVersion) {
            $differences[] = self::must(
                'build',
                $here->title($mine->loader),
                $mine->loaderVersion,
                $theirs->loaderVersion,
                'both sides must have the same build',
            );
        }
        if ($mine->runtimeVersion !== $theirs->runtimeVersion) {
            $differences[] = self::ownOf('runtime', $here->title($mine->runtime), $mine->runtimeVersion, $theirs->runtimeVersion);
        }
        if ($mine->memory !== $theirs->memory) {
            $differences[] = self::ownOf('memory', 'Memory', self::gigabytes($mine->memory), self::gigabytes($theirs->memory));
        }

        return $differences;
    }

    private static function must(string $kind, string $title, string $mine, string $theirs, string $why): Difference
    {
        return new Difference($kind, $title, $mine, $theirs, $why, true, true);
    }

    private static function ownOf(string $kind, string $title, string $mine, string $theirs): Difference
    {
        return new Difference($kind, $title, $mine, $theirs, 'each machine its own', false, true);
    }

    private static function gigabytes(int $megabytes): string
    {
        return rtrim(rtrim(number_format($megabytes / 1024, 1), '0'), '.').' GB';
    }

    private static function meaning(?Held $mine, ?Held $theirs, ComparedSide $there, NeededOn $side, ?Catalogue $catalogue): string
    {
        return match (true) {
            $side === NeededOn::Client => 'on the client only',
            $side === NeededOn::Server => 'on the server only',
            $theirs === null => 'the other side has nothing of it',
            $mine === null => $theirs->isWanted ? 'adds what the other side sends' : 'needed by what the other side has',
            default => ($theirs->isWanted || $catalogue === null ? null : self::because($mine, $there, $catalogue)) ??
                'both sides must have the same release',
        };
    }

    /**
     * Whether something came only because what is on the client alone needs it.
     *
     * @param  array<string, true>  $seen  ids that were gone through
     */
    private static function isForClient(Held $held, ComparedSide $side, Catalogue $catalogue, array $seen = []): bool
    {
        if ($held->side === NeededOn::Client) {
            return true;
        }
        $needing = $held->isWanted ? [] : array_filter($side->held, fn (Held $other): bool => self::needs($other, $held->id, $catalogue));
        foreach ($needing as $other) {
            if (! isset($seen[$other->id]) && ! self::isForClient($other, $side, $catalogue, $seen + [$held->id => true])) {
                return false;
            }
        }

        return $needing !== [];
    }

    private static function needs(Held $held, string $id, Catalogue $catalogue): bool
    {
        foreach ($catalogue->package($held->id)?->release($held->version)?->needs() ?? [] as $need) {
            if ($need->names($id)) {
                return true;
            }
        }

        return false;
    }

    /** Who on the other side does not stand with the release of this one: "their Fogbank needs <1.6". */
    private static function because(Held $mine, ComparedSide $there, Catalogue $catalogue): ?string
    {
        $package = $catalogue->package($mine->id);
        $position = $package?->positionOf($mine->version);
        if ($package === null || $position === null) {
            return null;
        }
        foreach ($there->held as $held) {
            $other = $catalogue->package($held->id);
            foreach ($other?->release($held->version)?->needs() ?? [] as $need) {
                $only = count($need->alternatives) === 1 ? $need->alternatives[0] : null;
                if ($other !== null && $only?->id === $mine->id && ! $package->within($only->range, $other->syntax)->has($position)) {
                    return "their {$held->title} needs {$only->range}";
                }
            }
        }

        return null;
    }
}

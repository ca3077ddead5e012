<?php

declare(strict_types=1);

namespace App\Findings;

use App\Depots\PackageRow;
use App\Models\Instance;
use App\Models\Watch;
use App\Moving\Wishes;

/** Tells a person what is new for what an instance holds: updates that fit, and what is reported of it. */
final readonly class Tidings
{
    /** Tells from now on what is new for what an instance holds. */
    public function begin(Instance $instance, Look $look): void
    {
        Watch::query()->updateOrCreate(
            ['wish_list_id' => Wishes::ofInstance($instance)->id, 'version' => '', 'loader' => ''],
            ['held' => array_keys(self::worthTelling($look)), 'news' => null, 'whole' => false],
        );
        $instance->unsetRelation('watch');
        unset($instance->watch_exists);
    }

    public function of(Instance $instance): ?Watch
    {
        return $instance->getAttribute('watch_exists') === false ? null : $instance->watch;
    }

    /** Compares what was told of an instance with what a look has found. */
    public function compare(Instance $instance, Look $look): void
    {
        $watch = $this->of($instance);
        if ($watch === null) {
            return;
        }
        $telling = self::worthTelling($look);
        $new = array_diff_key($telling, array_flip($watch->held));
        $names = PackageRow::query()->whereIn('id', array_filter(array_column($new, 'id')))->pluck('name', 'id')->all();
        $said = array_values(
            array_map(fn (array $one): string => ($one['id'] === null ? '' : ($names[$one['id']] ?? $one['id']).' ').$one['text'], $new),
        );
        $watch->update(
            ['held' => array_keys($telling)] +
                ($said === []
                    ? []
                    : [
                        'news_at' => now(),
                        'news' => mb_substr(
                            implode('; ', array_slice($said, 0, 3)).
                                (count($said) > 3 ? ', and '.(count($said) - 3).' more' : '').
                                '.',
                            0,
                            500,
                        ),
                    ]),
        );
    }

    /** @return array<string, array{id: ?string, text: string}> by what makes it another one */
    private static function worthTelling(Look $look): array
    {
        $telling = [];
        foreach ($look->updates as $update) {
            if ($update->fits !== null) {
                $telling["{$update->id} {$update->fits}"] = ['id' => $update->id, 'text' => "{$update->fits} can be had"];
            }
        }
        foreach ($look->settled as $finding) {
            if ($finding->package !== null && $finding->level !== Level::Info) {
                $telling["{$finding->package} {$finding->title}"] = ['id' => null, 'text' => $finding->title];
            }
        }

        return $telling;
    }
}

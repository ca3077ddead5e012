<?php

declare(strict_types=1);

namespace App\View\Configs;

use App\Configs\Config;
use App\Models\Instance;
use Illuminate\Support\Collection;

/** The configs of an instance as a table, what needs somebody first. */
final readonly class ConfigsPage
{
    public const FILTERS = ['' => 'All', 'yours' => 'Changed by you', 'wrong' => 'Cannot be read', 'left' => 'Left over'];

    /** @var list<Config> */
    public array $shown;

    /**
     * @param  array<string, Config>  $configs
     * @param  list<string>  $unread  why, of what stands among them and is not read
     */
    public function __construct(
        private Instance $instance,
        private array $configs,
        public string $words,
        public string $only,
        public int $away,
        public array $unread,
    ) {
        $rank = ['wrong' => 0, 'left' => 1, 'yours' => 2, 'rest' => 3];
        $shown = array_filter(
            $configs,
            fn (Config $one): bool => ($this->only === '' || ! isset(self::FILTERS[$this->only]) || $one->kind() === $this->only) &&
                ($words === '' || str_contains(mb_strtolower($one->path.' '.($one->owner->title ?? '')), mb_strtolower($words))),
        );
        uasort($shown, fn (Config $a, Config $b): int => [$rank[$a->kind()], $a->path] <=> [$rank[$b->kind()], $b->path]);
        $this->shown = array_values($shown);
    }

    public function count(string $only): int
    {
        return $only === '' ? count($this->configs) : count(array_filter($this->configs, fn (Config $one): bool => $one->kind() === $only));
    }

    /** @return Collection<int, Instance> others of the same game */
    public function others(): Collection
    {
        return Instance::query()
            ->where('id', '!=', $this->instance->id)
            ->whereNull('problem')
            ->whereNull('put_away_at')
            ->whereRaw("plan->>'game' = ?", [$this->instance->plan->base->game])
            ->orderBy('name')
            ->limit(200)
            ->get(['id', 'name']);
    }

    public static function mark(Config $config): string
    {
        return match ($config->kind()) {
            'wrong' => 'bad',
            'left' => 'warn',
            default => '',
        };
    }
}

<?php

declare(strict_types=1);

namespace App\View\LineUp;

use App\Models\Instance;
use App\Orders\OrderList;
use App\Orders\OrderLists;
use App\Refusal\Refusal;
use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Config\DifferentPlace;
use Stasimon\Core\Config\TextDifference;
use Stasimon\Core\Plan\Rule;

/** The lists whose order counts; of the one that is looked at, what an entry wins and loses, and the sides of one path. */
final readonly class OrderPage
{
    /** Contested paths that are shown. */
    private const SHOWN = 200;

    public ?OrderList $list;

    /** @var list<Rule> */
    public array $rules;

    /** @var array<string, string|Refusal> package => what it brings at the path, in order */
    private array $sides;

    /**
     * @param  array<string, OrderList>  $lists
     * @param  array<string, string>  $names
     * @param  array<string, string|Refusal>  $sides
     */
    public function __construct(
        private Instance $instance,
        public array $lists,
        private array $names,
        private string $key,
        public string $of,
        public string $words,
        public string $path,
        array $sides = [],
    ) {
        $this->list = $lists[$key] ?? (array_values($lists)[0] ?? null);
        $this->rules = ($instance->draft->plan ?? $instance->plan)->rules;
        $this->sides = $sides;
    }

    /** @param  array<string, string|Refusal>  $sides */
    public function showing(array $sides): self
    {
        return new self($this->instance, $this->lists, $this->names, $this->key, $this->of, $this->words, $this->path, $sides);
    }

    public function name(string $id): string
    {
        return $this->names[$id] ?? $id;
    }

    /** @return array<string, string> id => name, of all in the line-up but its base */
    public function choices(): array
    {
        $choices = array_diff_key($this->names, array_flip($this->instance->plan->base->packages()));
        asort($choices, SORT_NATURAL | SORT_FLAG_CASE);

        return $choices;
    }

    /** What a rule is proposed about: the entry that is looked at, or the first, and the one below it. */
    public function proposed(int $below): string
    {
        $entries = $this->entries();
        $at = $this->of === '' ? 0 : (int) array_search($this->of, $entries, true);

        return $entries[$at + $below] ?? ($entries[0] ?? '');
    }

    /** @return list<string> packages, what wins or is started first at the top */
    public function entries(): array
    {
        return $this->list?->shown() ?? [];
    }

    /** "Wax and Seal, Dead Letters": what of the list is started before one because it needs it. */
    public function needs(string $id): string
    {
        return implode(', ', array_map($this->name(...), $this->list->needs[$id] ?? []));
    }

    /** What a rule says, in words. */
    public function words(string $first, string $then): string
    {
        return OrderLists::words($this->lists['start'] ?? null, $first, $then, $this->name($first), $this->name($then));
    }

    /** @return array<string, list<string>> path => packages that bring it, the winner first */
    public function contested(): array
    {
        $all = $this->list === null ? [] : ($this->of === '' ? $this->list->contested : $this->list->of($this->of));
        $found = array_filter(
            $all,
            fn (string $path): bool => $this->words === '' || str_contains(mb_strtolower($path), mb_strtolower($this->words)),
            ARRAY_FILTER_USE_KEY,
        );

        return array_map(array_reverse(...), array_slice($found, 0, self::SHOWN, true));
    }

    /** @return list<string> packages that bring the path that is looked at */
    public function sides(): array
    {
        return $this->list->contested[$this->path] ?? [];
    }

    /** @return array<string, string|Refusal> the winner first */
    public function shown(): array
    {
        return array_reverse($this->sides, true);
    }

    /** @return list<DifferentPlace> in what the winner's text differs from another's */
    public function differences(string $winner, string $other): array
    {
        return array_slice(TextDifference::of(ConfigSyntax::ofPath($this->path), $other, $winner)->places(), 0, 20);
    }
}

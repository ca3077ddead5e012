<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Provision;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Version\RangeReader;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\Timeline;
use Stasimon\Core\Version\UnusableRange;
use Stasimon\Core\Version\UnusableVersion;

/** What teaches Stasimon a game. A game is data: docs/formats/game.schema.json. */
final readonly class GameDefinition
{
    /** Behind the id of a game that needs no loader. */
    private const ITSELF = '-itself';

    /** Kinds of programs that are looked for on a machine. */
    private const FOUND = ['java', 'dotnet'];

    /**
     * @param  list<GameVersion>  $versions  oldest first
     * @param  list<string>  $runtimes  versions of the runtime, oldest first
     * @param  non-empty-list<LoaderWord>  $loaders
     * @param  non-empty-list<MemoryChoice>  $memory  ascending
     * @param  array<string, KindPlace>  $places  by kind
     * @param  array{folder: string, file: string, mods: string, trial: string, packs: string, order: string}|null  $worlds  where worlds
     *     are, the file in each that says what it was saved with, the field of it that lists mods by id, the world that a rehearsal makes
     *     and nobody plays in, the folder in each that has data packs of its own, and the file in each that names them in order, the last
     *     of which wins, or nothing
     * @param  list<string>  $own  folders that belong to the instance and are carried over
     * @param  list<DescriptorRule>  $descriptors  how its archives say what they are, the first that fits counts
     * @param  string  $runtimeFound  the kind of program that is looked for on the machine and started as its runtime; nothing if it brings
     *     its own
     * @param  list<DescriptorRule>  $installed  how a folder with the game in it says which game and version it is
     * @param  list<MergeForm>  $merges  what is merged into an archive of the game's own, for versions that read no mods folder
     * @param  list<PathPattern>  $written  files of the game's own that it writes into
     * @param  Scheme  $order  of its versions; a sequence is in the order of the list, and no range names a version beside it
     * @param  list<array{by: string, from: string, provides: list<Provision>}>  $here  what the game or its runtime has without any
     *     archive, in force from one of their versions on
     */
    private function __construct(
        public string $id,
        public string $name,
        public string $summary,
        public array $versions,
        public string $runtimeId,
        public string $runtimeName,
        public array $runtimes,
        public array $loaders,
        public array $memory,
        public array $places,
        public array $own,
        public LaunchForm $launch,
        public LogForm $log,
        public Platform $platform,
        public MemoryRule $memoryRule,
        public ?array $worlds = null,
        public array $descriptors = [],
        public array $installed = [],
        public string $runtimeFound = '',
        private array $here = [],
        public ConfigForm $configs = new ConfigForm(),
        private array $merges = [],
        public ?NumberForm $numbers = null,
        private array $written = [],
        public KnownFiles $known = new KnownFiles(),
        private Scheme $order = Scheme::Sequence,
    ) {
    }

    /**
     * @param  Platform|null  $platform  that it runs on, as far as it is known
     *
     * @throws UnusableDocument
     */
    public static function read(string $json, ?Platform $platform = null): self
    {
        $node = Node::ofJson($json);
        $node->expectFormat('stasimon/game');
        $runtime = $node->field('runtime');
        $memory = self::memory($node->field('memory'));

        $game = new self(
            $node->field('id')->id(),
            $node->field('name')->words(),
            $node->optional('summary')?->words(Limits::SUMMARY) ?? '',
            self::versions($node->field('versions')->items(), $runtime->field('rules')->items()),
            $runtime->field('id')->id(),
            $runtime->field('name')->words(),
            self::texts($runtime->field('versions')),
            self::loaders($node),
            $memory,
            array_map(
                fn (Node $place): KindPlace => new KindPlace(
                    InnerPath::read($place->field('folder'), mayBeAll: true),
                    $place->optional('unpack')?->flag() ?? false,
                    $place->optional('each')?->flag() ?? false,
                    $place->optional('active') === null ? null : ActiveSetting::read($place->field('active')),
                ),
                $node->field('places')->entries(),
            ),
            array_map(InnerPath::name(...), $node->field('own')->items()),
            LaunchForm::read($node),
            LogForm::read($node->field('log')),
            $platform ?? Platform::none(),
            MemoryRule::read($node->optional('memoryRule')),
            self::worlds($node->optional('worlds')),
            array_map(DescriptorRule::read(...), $node->listed('descriptors')),
            array_map(DescriptorRule::read(...), $node->listed('installed')),
            $runtime->has('find') ? self::found($runtime->field('find')) : '',
            array_map(self::here(...), $node->listed('here')),
            ConfigForm::read($node->optional('configs')),
            array_map(MergeForm::read(...), $node->listed('merged')),
            $node->has('numbers') ? NumberForm::read($node->field('numbers')) : null,
            array_map(PathPattern::read(...), $node->listed('written')),
            KnownFiles::read($node->optional('known')),
            $node->optional('scheme')?->choice(Scheme::class) ?? Scheme::Sequence,
        );
        $game->checkOrder($node);
        $game->checkVersions($runtime);

        return $game;
    }

    /** Whether the game writes into this one of its own files. */
    public function writes(string $path): bool
    {
        return array_filter($this->written, fn (PathPattern $pattern): bool => $pattern->covers($path)) !== [];
    }

    /**
     * A game that needs no loader has one all the same, which is the game itself, so that a base is always of three parts.
     *
     * @return non-empty-list<LoaderWord>
     *
     * @throws UnusableDocument
     */
    private static function loaders(Node $node): array
    {
        $loaders = array_map(self::loader(...), $node->field('loaders')->items());

        return $loaders === [] ? [new LoaderWord($node->field('id')->id().self::ITSELF, 'it needs none')] : $loaders;
    }

    /** Whether a package is what stands for the loader of a game that needs none; it has no file. */
    public function isItself(string $package): bool
    {
        return $package === $this->id.self::ITSELF;
    }

    /** Whether there is a choice of runtimes, or one that is looked for; a native program has none. */
    public function hasRuntime(): bool
    {
        return count($this->runtimes) > 1 || $this->runtimeFound !== '';
    }

    /** @throws UnusableDocument */
    private static function loader(Node $node): LoaderWord
    {
        return new LoaderWord($node->field('id')->id(), $node->field('words')->words(Limits::SUMMARY));
    }

    /**
     * @return non-empty-list<MemoryChoice>
     *
     * @throws UnusableDocument
     */
    private static function memory(Node $node): array
    {
        $memory = array_map(
            fn (Node $item): MemoryChoice => new MemoryChoice(
                $item->field('megabytes')->whole(),
                $item->field('words')->words(),
                $item->optional('recommended')?->flag() ?? false,
            ),
            $node->items(),
        );
        if ($memory === []) {
            throw $node->wrong('at least one choice is expected.');
        }

        return $memory;
    }

    /** @throws UnusableDocument for a program that nobody looks for */
    private static function found(Node $node): string
    {
        return in_array($node->text(), self::FOUND, true)
            ? $node->text()
            : throw $node->wrong('one of '.implode(', ', self::FOUND).' is expected.');
    }

    /** @throws UnusableDocument for versions and ranges of the runtime that cannot be read */
    private function checkVersions(Node $runtime): void
    {
        try {
            $timeline = $this->packages()[1]->timeline;
        } catch (UnusableVersion $failure) {
            throw $runtime->field('versions')->wrong($failure->getMessage());
        }
        foreach (array_unique(array_column($this->versions, 'runtimeRange')) as $range) {
            try {
                RangeReader::read($range, Syntax::Comparator, $timeline);
            } catch (UnusableRange $failure) {
                throw $runtime->field('rules')->wrong($failure->getMessage());
            }
        }
    }

    /** @throws UnusableDocument where the list has another order than the scheme */
    private function checkOrder(Node $node): void
    {
        try {
            $timeline = new Timeline($this->order, $listed = array_column($this->versions, 'version'));
        } catch (UnusableVersion $failure) {
            throw $node->field('versions')->wrong($failure->getMessage());
        }
        if ($timeline->texts() !== $listed) {
            $inOrder = implode(', ', $timeline->texts());
            throw $node->field('versions')->wrong("by the scheme \"{$this->order->value}\" their order is {$inOrder}.");
        }
    }

    /** @return list<MergeForm> */
    public function merges(): array
    {
        return $this->merges;
    }

    /** What is merged into the archive of a version of the game; null where mods have a folder. */
    public function merge(string $version): ?MergeForm
    {
        foreach ($this->merges as $merge) {
            if (in_array($version, $merge->versions, true)) {
                return $merge;
            }
        }

        return null;
    }

    /** @return array{folder: string, file: string, mods: string, trial: string, packs: string, order: string}|null */
    private static function worlds(?Node $node): ?array
    {
        $path = fn (string $name): string => $node?->has($name) === true && $node->field($name)->text() !== ''
            ? InnerPath::read($node->field($name))
            : '';

        return $node === null
            ? null
            : [
                'folder' => InnerPath::read($node->field('folder')),
                'file' => InnerPath::read($node->field('file')),
                'mods' => $node->field('mods')->text(),
                'trial' => $path('trial') === '' ? '' : InnerPath::name($node->field('trial')),
                'packs' => $path('packs'),
                'order' => $path('order'),
            ];
    }

    /** @return array{by: string, from: string, provides: list<Provision>} */
    private static function here(Node $node): array
    {
        $provides = [];
        foreach ($node->field('provides')->items() as $item) {
            // What has no version of its own may be written down by its name alone.
            $provides[] = $item->isText()
                ? new Provision($item->id(), '0.0.0')
                : new Provision($item->field('id')->id(), $item->field('version')->words(Limits::VERSION));
        }

        return ['by' => $node->field('by')->id(), 'from' => $node->optional('from')?->text() ?? '', 'provides' => $provides];
    }

    /**
     * What each version of the game or of its runtime provides by itself.
     *
     * @param  list<string>  $versions  of it, oldest first
     * @return list<list<Provision>> in their order
     */
    private function provided(string $by, array $versions): array
    {
        $provides = array_fill(0, count($versions), []);
        foreach (array_filter($this->here, fn (array $here): bool => $here['by'] === $by) as $here) {
            $from = $here['from'] === '' ? 0 : array_search($here['from'], $versions, true);
            for ($at = $from === false ? count($versions) : $from; $at < count($versions); $at++) {
                array_push($provides[$at], ...$here['provides']);
            }
        }

        return $provides;
    }

    /** @return list<string> */
    private static function texts(Node $node): array
    {
        return array_map(fn (Node $item): string => $item->words(Limits::VERSION), $node->items());
    }

    /**
     * Each version with the runtime rule that is in force from it or from an earlier one.
     *
     * @param  list<Node>  $nodes
     * @param  list<Node>  $rules
     * @return list<GameVersion>
     */
    private static function versions(array $nodes, array $rules): array
    {
        if (count($nodes) > Limits::RELEASES) {
            throw $nodes[Limits::RELEASES]->wrong('at most '.Limits::RELEASES.' versions are expected.');
        }
        $from = [];
        foreach ($rules as $rule) {
            $from['v'.$rule->field('from')->text()] = [
                $rule->field('range')->words(Limits::RANGE),
                $rule->field('words')->words(Limits::SUMMARY),
            ];
        }
        $rule = ['*', 'any'];
        $versions = [];
        foreach ($nodes as $node) {
            $version = $node->field('version')->words(Limits::VERSION);
            $rule = $from['v'.$version] ?? $rule;
            $versions[] = new GameVersion(
                $version,
                $node->optional('line')?->words() ?? '',
                $node->optional('note')?->words(Limits::REMARK) ?? '',
                $rule[0],
                $rule[1],
            );
        }

        return $versions;
    }

    public function version(string $version): ?GameVersion
    {
        foreach ($this->versions as $known) {
            if ($known->version === $version) {
                return $known;
            }
        }

        return null;
    }

    /** @return array{0: Package, 1: Package, 2?: Package} the game, its runtime, and what stands for a loader where it needs none */
    public function packages(): array
    {
        $releases = array_map(
            fn (GameVersion $version, array $provides): Release => new Release(
                $version->version,
                needs: [Need::of(new Target($this->runtimeId, $version->runtimeRange))],
                provides: $provides,
            ),
            $this->versions,
            $this->provided($this->id, array_column($this->versions, 'version')),
        );
        $runtimes = array_map(
            fn (string $version, array $provides): Release => new Release($version, provides: $provides),
            $this->runtimes,
            $this->provided($this->runtimeId, $this->runtimes),
        );

        return [
            new Package($this->id, Kind::Game, $releases, $this->order, name: $this->name),
            new Package($this->runtimeId, Kind::Runtime, $runtimes, name: $this->runtimeName),
            ...$this->isItself($this->loaders[0]->id)
                ? [new Package($this->loaders[0]->id, Kind::Loader, [new Release('1')], name: 'no loader')]
                : [],
        ];
    }

    public function recommendedMemory(): int
    {
        foreach ($this->memory as $choice) {
            if ($choice->recommended) {
                return $choice->megabytes;
            }
        }

        return $this->memory[0]->megabytes;
    }
}

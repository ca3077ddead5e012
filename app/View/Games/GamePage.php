<?php

declare(strict_types=1);

namespace App\View\Games;

use App\Cage\StrangersFiles;
use App\Games\Taught\TaughtGames;
use App\Installs\Install;
use App\Installs\InstallState;
use App\Models\Instance;
use App\Refusal\Refusal;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Collection;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use stdClass;

/** What a page says of a game's definition. */
final readonly class GamePage
{
    public ?stdClass $taught;

    public int $instances;

    public LaunchShown $launch;

    /** Whether its commands wait for somebody to agree. */
    public bool $waits;

    public ?Described $described;

    /** Why nothing describes the file that was tried; nothing where something does, or none was. */
    public string $why;

    public function __construct(public GameDefinition $game, public ?UploadedFile $tried = null)
    {
        $this->taught = TaughtGames::row($game->id);
        $this->launch = new LaunchShown($game);
        $this->waits = $this->taught !== null && $this->taught->agreed !== $this->launch->agreement->digest();
        $this->instances = Instance::query()
            ->whereRaw("plan->>'game' = ?", [$game->id])
            ->count();
        $described = null;
        $why = '';
        try {
            $described =
                $tried === null
                    ? null
                    : app(StrangersFiles::class)->describe($game, $tried->getPathname(), $tried->getClientOriginalName());
        } catch (UnreadableDescriptor|UnsafeArchive|Refusal $failure) {
            $why = $failure->getMessage();
        }
        $this->described = $described;
        $this->why = $why;
    }

    /** Where the definition comes from. */
    public function from(): string
    {
        return $this->taught === null ? 'Comes with Stasimon' : 'Taught by you, revision '.$this->taught->revision;
    }

    /** "14 versions, 1.4.7 to 3.4.1" */
    public function versions(): string
    {
        $count = count($this->game->versions);
        $first = $this->game->versions[0]->version ?? '';
        $last = $this->game->versions[max(0, $count - 1)]->version ?? '';

        return $count === 1 ? "1 version, {$first}" : "{$count} versions, {$first} to {$last}";
    }

    /** @return list<string> what the file that was tried says of others, a line each */
    public function relations(): array
    {
        $lines = [];
        foreach (
            [
                'needs' => $this->described->needs ?? [],
                'suggests' => $this->described->suggests ?? [],
                'does not go with' => $this->described->breaks ?? [],
            ] as $word => $relations
        ) {
            foreach ($relations as $relation) {
                $lines[] = "{$word} {$relation->words()}";
            }
        }
        foreach ($this->described->provides ?? [] as $one) {
            $lines[] = "provides {$one->id} {$one->version}";
        }

        return $lines;
    }

    /**
     * What a person does with a game that they have taught, in this order.
     *
     * @param  Collection<int, Install>  $installs
     * @return list<array{bool, string, string}> whether it is done, what it is, and where
     */
    public function next(Collection $installs): array
    {
        $id = $this->game->id;

        return [
            [! $this->waits, 'Look at the command by which it is launched, and agree to it', '#launch'],
            [$installs->contains('state', InstallState::Kept), 'Keep its own files, so that an instance is a whole game', '#own-files'],
            [
                $this->instances > 0,
                'Bring in a folder with mods as you play them, or drop them on your shelf',
                route('imports', ['is' => "{$id} {$this->game->versions[count($this->game->versions) - 1]->version}"]),
            ],
            [$this->instances > 0, 'Make an instance, add mods, apply and rehearse', route('new', ['game' => $id])],
        ];
    }
}

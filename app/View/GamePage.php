<?php

declare(strict_types=1);

namespace App\View;

use App\Local\TaughtGames;
use App\Models\Instance;
use Illuminate\Http\UploadedFile;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\Descriptors;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use stdClass;

/** What a page says of a game's definition. */
final readonly class GamePage
{
    public ?stdClass $taught;

    public int $instances;

    public ?Described $described;

    /** Why nothing describes the file that was tried; nothing where something does, or none was. */
    public string $why;

    public function __construct(public GameDefinition $game, public ?UploadedFile $tried = null)
    {
        $this->taught = TaughtGames::row($game->id);
        $this->instances = Instance::query()->whereRaw("plan->>'game' = ?", [$game->id])->count();
        $described = null;
        $why = '';
        try {
            $described = $tried === null ? null : (new Descriptors($game->descriptors))->of($tried->getPathname(), $tried->getClientOriginalName());
        } catch (UnreadableDescriptor|UnsafeArchive $failure) {
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

    /** Whether its command waits for somebody to agree. */
    public function waits(): bool
    {
        return $this->taught !== null && $this->taught->agreed !== $this->command();
    }

    /** @param  list<string>  $command */
    public function line(array $command): string
    {
        return implode(' ', array_map(fn (string $part): string => preg_match('~^[\w./:={}+-]+$~', $part) === 1 ? $part : escapeshellarg($part), $command));
    }

    public function command(): string
    {
        return $this->game->launch->agreed();
    }

    /** @return list<string> what the file that was tried says of others, a line each */
    public function relations(): array
    {
        $lines = [];
        foreach (['needs' => $this->described->needs ?? [], 'suggests' => $this->described->suggests ?? [], 'does not go with' => $this->described->breaks ?? [], 'provides' => $this->described->provides ?? []] as $word => $items) {
            foreach ($items as $item) {
                $targets = is_array($item['anyOf'] ?? null) ? $item['anyOf'] : [$item];
                $lines[] = "{$word} ".implode(' or ', array_map(fn (array $one): string => trim(($one['id'] ?? '').' '.($one['range'] ?? $one['version'] ?? '')), $targets));
            }
        }

        return $lines;
    }
}

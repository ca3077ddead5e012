<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Cage\StrangersFiles;
use App\Games\Games;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\SaidRelease;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Evidence\Proposal;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** Finds out what a file is: by its digest, by what it says of itself, and else by its name and what is in it. */
final readonly class Recognising
{
    public function __construct(private Games $games, private StrangersFiles $reading, private SeveralMods $several)
    {
    }

    /** @throws UnsafeArchive */
    public function of(string $path, string $name, string $sha256, string $game): Recognised
    {
        $definition = $this->games->get($game);
        $known = $this->byDigest($sha256) ?? $this->byDescriptor($path, $name, $definition);
        if ($known !== null) {
            return $known;
        }
        $proposed = $this->proposed($path, $name, $definition);
        $several = count($this->several->in($definition, $path, $name));

        return $several === 0
            ? $proposed
            : $proposed->because("There are {$several} mods in it; open it to take them out, each by itself.");
    }

    private function byDigest(string $sha256): ?Recognised
    {
        $row = DB::table('releases')
            ->join('depots', 'depots.id', '=', 'releases.depot_id')
            ->join('packages', 'packages.id', '=', 'releases.package_id')
            ->where('file_sha256', $sha256)
            ->where('shelf', false)
            ->orderBy('depots.place')
            ->first(['package_id', 'version', 'depots.name as depot', 'packages.name', 'kind']);

        return $row === null
            ? null
            : new Recognised(
                'depot',
                ["{$row->depot} has this very file, by its SHA-256."],
                $row->package_id,
                $row->name,
                $row->kind,
                '',
                new SaidRelease($row->version),
            );
    }

    /** @throws UnsafeArchive */
    private function byDescriptor(string $path, string $name, GameDefinition $game): ?Recognised
    {
        try {
            $said = $this->reading->describe($game, $path, $name);
        } catch (UnreadableDescriptor) {
            return null;
        }
        if ($said->kind->isBase() && ! isset($game->places[$said->kind->value])) {
            return null;
        }
        $known = DB::table('packages')
            ->where('id', $said->id)
            ->first(['name', 'kind']);
        $why = ["It says so itself, in {$said->descriptor}."];

        return new Recognised(
            $known === null ? 'new' : 'release',
            $known === null ? $why : [...$why, $this->compared($said)],
            $said->id,
            $known->name ?? ($said->name === '' ? $said->id : $said->name),
            $known->kind ?? $said->kind->value,
            $said->side,
            $said->said(),
            $said->scheme->value,
            $said->syntax->value,
        );
    }

    /** Whether a depot has this version, too, and otherwise that none has. */
    private function compared(Described $said): string
    {
        $depots = DB::table('releases')
            ->join('depots', 'depots.id', '=', 'releases.depot_id')
            ->where('package_id', $said->id)
            ->where('version', $said->version)
            ->where('shelf', false)
            ->pluck('depots.name')
            ->all();

        return $depots === []
            ? "No depot has its release {$said->version}."
            : implode(' and ', $depots).
                    " has a release {$said->version} with another file. Yours is used where no depot can give theirs.";
    }

    /** @throws UnsafeArchive */
    private function proposed(string $path, string $name, GameDefinition $game): Recognised
    {
        $proposal = $this->reading->propose($game, $path, $name);
        try {
            // What lies around it is left out only when a person agrees.
            $said = $proposal->content === '' ? null : $this->reading->describe($game, $path, $name, $proposal->content);
        } catch (UnreadableDescriptor) {
            $said = null;
        }

        return $said === null
            ? $this->asNamed($proposal)
            : new Recognised(
                'unknown',
                ["The folder {$proposal->content} says what it is, in {$said->descriptor}; the rest lies around it."],
                $said->id,
                $said->name === '' ? $said->id : $said->name,
                $said->kind->value,
                $said->side,
                $said->said(),
                $said->scheme->value,
                $said->syntax->value,
                $proposal->content,
            );
    }

    /** By what it is called. */
    private function asNamed(Proposal $proposal): Recognised
    {
        $known = DB::table('packages')
            ->where('id', $proposal->id)
            ->first(['name', 'kind']);
        // A file that is only called like a package is not one of its releases for that.
        $isOther = $known !== null && $known->kind !== $proposal->kind->value;
        $why =
            $known === null || $isOther
                ? $proposal->why
                : [
                    ...$proposal->why,
                    "{$known->name} is known; like this it becomes a release of it. Give it another id if it is something else.",
                ];

        return new Recognised(
            'unknown',
            $why,
            $isOther ? "{$proposal->id}-{$proposal->kind->value}" : $proposal->id,
            $proposal->name,
            $proposal->kind->value,
            '',
            new SaidRelease($proposal->version),
            content: $proposal->content,
        );
    }
}

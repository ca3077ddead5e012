<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Disk\FileState;
use App\Disk\FolderFile;
use App\Disk\Inventory;
use App\Drafts\Steps\PutBack;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;

/** Files that an apply has placed were changed by hand, or are gone. */
final readonly class FilesTouched implements FindingRule
{
    /** Paths that a finding names. */
    private const NAMED = 3;

    public function __construct(private Inventory $inventory)
    {
    }

    public static function called(): string
    {
        return 'Files changed or gone';
    }

    public static function help(): string
    {
        return 'Files are not as an apply has laid them: somebody has changed or deleted them. Nothing is put right '.
            'unasked; what you keep stays as it is through every apply.';
    }

    public function findings(Seen $seen): array
    {
        $groups = [];
        // Any apply lays anew what is gone or was written into, and says where what was there goes.
        if ($seen->isDraft) {
            return [];
        }
        foreach ($this->inventory->disturbed($seen->instance) as $file) {
            $groups["{$file->state->name} {$file->package}"][] = $file;
        }

        $findings = [];
        foreach ($groups as $files) {
            $findings[] = $files[0]->state === FileState::Missing ? $this->gone($files, $seen) : $this->changed($files, $seen);
        }

        return $findings;
    }

    /** @param  non-empty-list<FolderFile>  $files  of one package */
    private function gone(array $files, Seen $seen): Finding
    {
        [$name, $one] = [$files[0]->name, count($files) === 1];

        return new Finding(
            Level::Stops,
            ($one ? 'The file' : 'Files')." of {$name} ".($one ? 'is' : 'are').' gone',
            self::paths($files).
                ' '.
                ($one ? 'was' : 'were').
                ' there when the draft was applied and '.
                ($one ? 'is' : 'are').
                " not in the folder now. Whatever needs {$name} will not start.",
            $files[0]->package,
            [$this->putBack($seen)],
        );
    }

    /** @param  non-empty-list<FolderFile>  $files  of one package */
    private function changed(array $files, Seen $seen): Finding
    {
        [$name, $one] = [$files[0]->name, count($files) === 1];

        return new Finding(
            Level::Look,
            ($one ? 'A file' : 'Files')." of {$name} ".($one ? 'was' : 'were').' changed by hand',
            self::paths($files).
                ' '.
                ($one ? 'is' : 'are').
                ' not as '.
                ($one ? 'it was' : 'they were').
                ' when the draft was applied.',
            $files[0]->package,
            [
                $this->putBack($seen),
                new Remedy(
                    'Keep it as it is',
                    'until its release changes',
                    'files.keep',
                    [$seen->instance->id],
                    ['id' => (string) $files[0]->package],
                ),
            ],
        );
    }

    private function putBack(Seen $seen): Remedy
    {
        return Remedy::step('Put it back', $seen->instance, new PutBack(), 'no other change');
    }

    /** @param  non-empty-list<FolderFile>  $files */
    private static function paths(array $files): string
    {
        $named = array_map(fn (FolderFile $file): string => $file->path, array_slice($files, 0, self::NAMED));

        return collect($named)->join(', ', ' and ').
            (count($files) > self::NAMED ? ' and '.(count($files) - self::NAMED).' more' : '');
    }
}

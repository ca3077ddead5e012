<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Game\Failure;

/** What is known beside the log: what has changed, and what notices say. */
final readonly class Circumstances
{
    /**
     * @param  list<string>  $changed  packages that are not as they were when it last came up clean
     * @param  list<string>  $noticed  packages that a notice calls broken
     */
    public function __construct(private array $changed = [], private array $noticed = [])
    {
    }

    /**
     * @param  list<string>  $suspects  packages that something else speaks for
     * @return list<Clue>
     */
    public function clues(Failure $kind, array $suspects): array
    {
        $clues = [];
        if (in_array($kind, [Failure::NotStarted, Failure::MachineMemory], true)) {
            return [];
        }
        foreach ($suspects as $suspect) {
            if (in_array($suspect, $this->changed, true)) {
                $clues[] = new Clue($suspect, Ground::Changed, 'It has changed since the last clean launch.');
            }
            if (in_array($suspect, $this->noticed, true)) {
                $clues[] = new Clue($suspect, Ground::Noticed, 'A notice says that it is broken.');
            }
        }
        // Where nothing else speaks for anybody, the only one that changed is the first to look at.
        if ($suspects === [] && count($this->changed) === 1) {
            $clues[] = new Clue($this->changed[0], Ground::Changed, 'Nothing else has changed since the last clean launch.');
        }

        return $clues;
    }
}

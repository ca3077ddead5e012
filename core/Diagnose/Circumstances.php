<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Game\Failure;
use Stasimon\Core\Game\Signature;

/** What is known beside the log: what has changed, what notices say, and what a person has said of the same lines. */
final readonly class Circumstances
{
    /**
     * @param  list<string>  $changed  packages that are not as they were when it last came up clean
     * @param  list<string>  $noticed  packages that a notice calls broken
     * @param  list<array{Signature, string}>  $told  a failure's words, and the package that was at fault by a person's word
     */
    public function __construct(private array $changed = [], private array $noticed = [], private array $told = [])
    {
    }

    /**
     * @param  list<string>  $suspects  packages that something else speaks for
     * @return list<Clue>
     */
    public function clues(Incident $incident, array $suspects): array
    {
        $clues = [];
        foreach ($this->told as [$signature, $package]) {
            if ($signature->kind === $incident->kind && $incident->says($signature)) {
                $clues[] = new Clue($package, Ground::Told, 'You said so when the same lines came before.');
            }
        }
        if (in_array($incident->kind, [Failure::NotStarted, Failure::MachineMemory], true)) {
            return $clues;
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
        if ($suspects === [] && $clues === [] && count($this->changed) === 1) {
            $clues[] = new Clue($this->changed[0], Ground::Changed, 'Nothing else has changed since the last clean launch.');
        }

        return $clues;
    }
}

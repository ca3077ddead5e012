<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;
use App\Shelf\Stray;
use App\Shelf\Strays;
use Stasimon\Core\Catalogue\Breakage;
use Stasimon\Core\Evidence\Descriptor\SaidRelation;

/** Something lies where mods lie and was not laid by an apply; the game starts it with the others. */
final readonly class PutThereByHand implements FindingRule
{
    /** Files that a finding names. */
    private const NAMED = 5;

    public function __construct(private Strays $strays)
    {
    }

    public static function called(): string
    {
        return 'Put there by hand';
    }

    public static function help(): string
    {
        return 'Files lie among the mods that no apply has laid, and the game starts them with the others. They can be '.
            'taken into the line-up, left, or taken out into the bin.';
    }

    public function findings(Seen $seen): array
    {
        $findings = $others = [];
        $out = $seen->isDraft ? $seen->plan->once->out : [];
        foreach ($this->strays->of($seen->instance) as $stray) {
            if ($stray->isLeft || isset($out[$stray->key])) {
                continue;
            }
            $findings[] = $this->clashing($stray, $seen) ?? ($others[] = $stray);
        }
        $findings = array_values(array_filter($findings, fn (Finding|Stray $one): bool => $one instanceof Finding));

        return $others === [] ? $findings : [...$findings, $this->told($others, $seen)];
    }

    /** One that will not run beside what is there. */
    private function clashing(Stray $stray, Seen $seen): ?Finding
    {
        $id = $stray->package();
        $path = mb_scrub($stray->path);
        if ($id !== '' && isset($seen->versions[$id])) {
            $laid = "{$seen->title($id)} {$seen->versions[$id]}";

            return new Finding(
                Level::Stops,
                "{$seen->title($id)} is there twice",
                "{$path} was put there by hand and says that it is {$stray->title()}; {$laid} of this line-up lies beside it. A game that ".
                    'finds one mod twice mostly does not start.',
                $id,
                [$this->takeOut([$stray], $seen), $this->takeIn([$stray], $seen, "Use it in place of {$laid}")],
            );
        }
        foreach ($this->broken($stray, $seen) as $other) {
            if (isset($seen->versions[$other])) {
                return new Finding(
                    Level::Stops,
                    "{$stray->title()} refuses to run beside {$seen->title($other)}",
                    "{$path} was put there by hand, and says that it cannot stand with {$seen->title($other)}, which is in this line-up.",
                    $other,
                    [$this->takeOut([$stray], $seen), $this->leave([$stray], $seen)],
                );
            }
        }

        return null;
    }

    /** @return list<string> packages that it says it cannot stand with, in whichever release */
    private function broken(Stray $stray, Seen $seen): array
    {
        $known = $seen->catalogue->package($stray->package())?->release((string) $stray->found?->version());
        $said = array_map(fn (SaidRelation $break): string => $break->alternatives[0]->id, $stray->found->release->breaks ?? []);

        return [...$said, ...array_map(fn (Breakage $break): string => $break->target->id, $known->breaks ?? [])];
    }

    /** @param  non-empty-list<Stray>  $strays */
    private function told(array $strays, Seen $seen): Finding
    {
        $one = count($strays) === 1;
        $named = array_map(function (Stray $stray): string {
            $is = match (true) {
                ! $stray->isRead() => 'is being looked into',
                $stray->found === null => $stray->problem === '' ? 'cannot be read' : rtrim(lcfirst($stray->problem), '.'),
                $stray->package() === '' => 'does not say what it is',
                default => "is {$stray->title()}",
            };

            return mb_scrub($stray->path)." {$is}";
        }, array_slice($strays, 0, self::NAMED));
        $more = count($strays) > self::NAMED ? '; and '.(count($strays) - self::NAMED).' more' : '';
        $known = array_values(array_filter($strays, fn (Stray $stray): bool => $stray->found !== null));
        $takeIn = match (count($known)) {
            0 => [],
            1 => [
                $this->takeIn(
                    $known,
                    $seen,
                    $known[0]->package() === '' ? "Say what {$known[0]->name()} is" : "Take {$known[0]->title()} in",
                ),
            ],
            default => [$this->takeIn($known, $seen, 'Take all '.count($known).' in')],
        };

        return new Finding(
            Level::Look,
            ($one ? '1 file was' : count($strays).' files were').' put there by hand',
            implode('; ', $named).
                $more.
                '. The game starts '.
                ($one ? 'it' : 'them').
                ' with the others, and what '.
                ($one ? 'it needs' : 'they need').
                ' is not looked at.',
            null,
            [...$takeIn, $this->takeOut($strays, $seen), $this->leave($strays, $seen)],
        );
    }

    /** @param  non-empty-list<Stray>  $strays */
    private function takeIn(array $strays, Seen $seen, string $label): Remedy
    {
        return new Remedy($label, 'as a draft', 'strays.take-in', [$seen->instance->id], $this->keys($strays));
    }

    /** @param  non-empty-list<Stray>  $strays */
    private function takeOut(array $strays, Seen $seen): Remedy
    {
        $what = count($strays) === 1 ? $strays[0]->name() : 'all '.count($strays);

        return new Remedy("Take {$what} out", 'into the bin, as a draft', 'strays.take-out', [$seen->instance->id], $this->keys($strays));
    }

    /** @param  non-empty-list<Stray>  $strays */
    private function leave(array $strays, Seen $seen): Remedy
    {
        $what = count($strays) === 1 ? 'it' : 'them';

        return new Remedy("Leave {$what}", 'not told again', 'strays.leave', [$seen->instance->id], $this->keys($strays));
    }

    /**
     * @param  non-empty-list<Stray>  $strays
     * @return array<string, string>
     */
    private function keys(array $strays): array
    {
        $keys = [];
        foreach ($strays as $n => $stray) {
            $keys["keys[{$n}]"] = $stray->key;
        }

        return $keys;
    }
}

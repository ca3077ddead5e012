<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Resolve\Search\Stopped;

/** A package that a release in the line-up suggests and that is not in it. */
final readonly class Suggestion
{
    /** @param  bool  $fits  whether it can be added without changing anything that is there */
    private function __construct(public string $id, public string $by, public bool $fits)
    {
    }

    /**
     * @return list<self> by the suggesting package's id
     *
     * @throws Stopped
     */
    public static function of(Resolved $answer, Resolver $resolver): array
    {
        $versions = $answer->versions();
        $suggestions = [];
        foreach ($answer->selection as $selected) {
            foreach ($selected->release->suggests as $need) {
                foreach ($need->alternatives as $target) {
                    if (! isset($versions[$target->id])) {
                        $added = self::added($answer, $selected->package, $target);
                        $suggestions[] = new self($target->id, $selected->package->id, $resolver->refusal($added) === null);
                    }
                }
            }
        }

        return $suggestions;
    }

    /** The request for the line-up exactly as it is, and the suggested package. */
    private static function added(Resolved $answer, Package $by, Target $target): Request
    {
        $wants = [];
        foreach ($answer->selection as $kept) {
            $wants[] = new Want($kept->package->id, $kept->package->exactly($kept->release->version));
        }

        return $answer->request->wanting([...$wants, new Want($target->id, $target->range, $by->syntax)]);
    }
}

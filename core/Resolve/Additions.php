<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Resolve\Search\Clause;
use Stasimon\Core\Resolve\Search\Deadline;
use Stasimon\Core\Resolve\Search\Stopped;

/**
 * Answers, for one candidate after another, what adding it to a line-up brings when nothing that is there changes.
 *
 * The line-up is laid down once, before anything is decided, so that a candidate costs what its own needs cost; and what
 * one candidate teaches serves the next.
 */
final class Additions
{
    /** @param  array<int, int>  $standing  package => position */
    private function __construct(
        private readonly Encoding $encoding,
        private readonly array $standing,
        private readonly ?Deadline $deadline,
    ) {
    }

    /**
     * @param  Request  $request  that the line-up answers
     * @param  array<string, string>  $lineUp  package id => version
     * @return self|null null when the line-up breaks the request's rules, so that something has to change anyway
     *
     * @throws Stopped
     */
    public static function to(Request $request, array $lineUp, Resolver $resolver, ?Deadline $deadline = null): ?self
    {
        $encoding = new Encoding($resolver->catalogue, $request->waive);
        $encoding->pose($request);
        $standing = [];
        foreach ($lineUp as $id => $version) {
            $number = $encoding->numberOf((string) $id);
            $position = $number === null ? null : $encoding->packages[$number]->positionOf($version);
            if ($number === null || $position === null) {
                return null;
            }
            $one = $encoding->search->trail->table[$number]->of[$position];
            if (($encoding->search->trail->root[$number] & $one) !== $one) {
                return null;
            }
            $standing[$number] = $position;
        }
        $facts = $encoding->wantClauses();
        foreach ($standing as $number => $position) {
            $facts[] = new Clause([$number => $encoding->search->trail->table[$number]->of[$position]], new Fact\Bounded());
        }
        $nothingMore = new Decisions($encoding, [], false, [], PHP_INT_MAX);

        if ($encoding->search->solve($facts, $nothingMore, $encoding, $deadline) !== null) {
            return null;
        }
        $trail = $encoding->search->trail;
        for ($entry = 0; $entry < $trail->length; $entry++) {
            $package = $trail->package[$entry];
            if (! isset($standing[$package]) && ($trail->domain[$package] & $trail->table[$package]->absent) === $trail->none[$package]) {
                return null;
            }
        }

        return new self($encoding, $standing, $deadline);
    }

    /**
     * What comes in with a package, itself included, each as new as it can be.
     *
     * @return array<string, string>|null package id => version; null when something that is there would have to change
     *
     * @throws Stopped
     */
    public function of(string $id): ?array
    {
        $search = $this->encoding->search;
        $search->backTo(0);
        $candidate = $this->encoding->numberOf($id);
        if ($candidate === null) {
            return null;
        }
        $table = $search->trail->table[$candidate];
        $done = $search->trail->length;
        $wish = [$candidate, $table->full ^ $table->absent];
        $spared = [];
        while (true) {
            $decisions = new Decisions($this->encoding, [], false, [...array_values($spared), $wish], $done);
            if ($search->solve([], $decisions, $this->encoding, $this->deadline) !== null) {
                return null;
            }
            $newcomers = $this->newcomers($done);
            $search->backTo(0);
            if (! isset($newcomers[$candidate])) {
                return null;
            }
            $selection = Selection::beside($this->encoding, $this->standing, $newcomers, $candidate);
            $selection->keepReached();
            $selection->dropSpares();
            $selection->makeNewer();
            $reluctantly = $selection->reluctantly();
            $more = array_diff_key($reluctantly, $spared);
            if ($reluctantly === [] || ($more === [] && count($reluctantly) === 1 && count($spared) === 1)) {
                // One alone that could not be left was shown to be needed.
                break;
            }
            if ($more === []) {
                // How few of what is taken last would do is for the whole question to find.
                return null;
            }
            // Once more, with what is taken last left alone where that can be.
            foreach ($more as $package => $kept) {
                $spared[$package] = [$package, $kept];
            }
        }
        $brought = [];
        foreach ($selection->positions as $package => $position) {
            $brought[$this->encoding->packages[$package]->id] = $this->encoding->packages[$package]->releases[$position]->version;
        }
        ksort($brought, SORT_STRING);

        return $brought;
    }

    /** @return array<int, int> package => position, of what the trail has brought in since an entry */
    private function newcomers(int $since): array
    {
        $trail = $this->encoding->search->trail;
        $newcomers = [];
        for ($entry = $since; $entry < $trail->length; $entry++) {
            $package = $trail->package[$entry];
            $position = $trail->positionOf($package);
            if ($position !== null && ! isset($this->standing[$package])) {
                $newcomers[$package] = $position;
            }
        }

        return $newcomers;
    }
}

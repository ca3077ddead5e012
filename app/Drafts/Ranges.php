<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Refusal\Refusal;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\UnusableRange;

/** Ranges as people type them. */
final class Ranges
{
    /** @throws Refusal that says where the text goes wrong */
    public function usable(Catalogue $catalogue, string $id, string $range): string
    {
        $range = trim($range) === '' ? '*' : trim($range);
        $package = $catalogue->package($id) ?? throw Refusal::unusable("No depot has {$id}.");
        try {
            $package->readRange($range, Syntax::Comparator);
        } catch (UnusableRange $failure) {
            throw Refusal::unusable($failure->getMessage().' The draft is as it was.');
        }

        return $range;
    }
}

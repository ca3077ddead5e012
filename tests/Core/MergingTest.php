<?php

declare(strict_types=1);

use Stasimon\Core\Config\ConfigMerge;

/** @return array<string, array{array{file: string, was: ?string, mine: ?string, theirs: ?string, becomes: ?string, contested: list<string>}}> */
function mergingExamples(): array
{
    preg_match_all('/^```json\n(.+)\n```$/m', (string) file_get_contents(dirname(__DIR__, 2).'/docs/formats/merging.md'), $found);
    $examples = array_map(fn (string $json): array => json_decode($json, true, flags: JSON_THROW_ON_ERROR), $found[1]);

    return array_combine(array_map(fn (int $n, array $example): string => "example {$n}, {$example['file']}", array_keys($examples), $examples), array_map(fn (array $example): array => [$example], $examples));
}

it('merges as its specification has it', function (array $example): void {
    $merge = ConfigMerge::of($example['file'], $example['was'], $example['mine'], $example['theirs']);
    expect($merge->text)->toBe($example['becomes'])->and(array_column($merge->contested, 0))->toBe($example['contested']);
})->with(mergingExamples());

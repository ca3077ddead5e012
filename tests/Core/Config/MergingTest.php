<?php

declare(strict_types=1);

use Stasimon\Core\Config\ConfigMerge;
use Stasimon\Core\Merge\MergedArchive;
use Stasimon\Core\Merge\Part;
use Stasimon\Core\Merge\UnmergeableArchive;

/** @return array<string, array{array<string, mixed>}> of docs/formats/merging.md, those that have a key */
function mergingExamples(string $key): array
{
    preg_match_all('/^```json\n(.+)\n```$/m', (string) file_get_contents(dirname(__DIR__, 3).'/docs/formats/merging.md'), $found);
    $all = array_map(fn (string $json): array => json_decode($json, true, flags: JSON_THROW_ON_ERROR), $found[1]);
    $examples = [];
    foreach (array_filter($all, fn (array $one): bool => isset($one[$key])) as $n => $example) {
        $examples["example {$n}"] = [$example];
    }

    return $examples;
}

it('merges settings as its specification has it', function (array $example): void {
    $merge = ConfigMerge::of($example['file'], $example['was'], $example['mine'], $example['theirs']);
    expect($merge->text)->toBe($example['becomes'])->and(array_column($merge->contested, 0))->toBe($example['contested']);
})->with(mergingExamples('file'));

it('merges archives as its specification has it', function (array $example): void {
    $parts = $files = [];
    foreach ($example['parts'] as $n => $entries) {
        $files[] = $file = (string) tempnam(sys_get_temp_dir(), 'stasimon-part');
        $zip = new ZipArchive;
        $zip->open($file, ZipArchive::OVERWRITE);
        foreach ($entries as $name => $text) {
            $text === null ? $zip->addEmptyDir($name) : $zip->addFromString($name, $text);
        }
        $zip->close();
        $parts[] = new Part("p{$n}", 'part '.($n + 1), fopen($file, 'rb'));
    }
    $files[] = $to = (string) tempnam(sys_get_temp_dir(), 'stasimon-merged');
    try {
        MergedArchive::write($parts, fopen($to, 'wb'));
        $zip = new ZipArchive;
        $zip->open($to);
        $made = [];
        for ($index = 0; $index < $zip->numFiles; $index++) {
            $name = (string) $zip->getNameIndex($index);
            $made[$name] = str_ends_with($name, '/') ? null : $zip->getFromIndex($index);
        }
        expect($made)->toBe($example['becomes'] ?? 'refused');
    } catch (UnmergeableArchive $refusal) {
        expect($refusal->getMessage())->toBe($example['refused'] ?? 'merged');
    } finally {
        array_map(unlink(...), $files);
    }
})->with(mergingExamples('parts'));

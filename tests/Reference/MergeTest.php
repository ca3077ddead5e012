<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Config\TextMerge;
use Symfony\Component\Process\Process;

it('merges texts as git merge-file does, and contests what it contests', function (): void {
    // Reference program: git merge-file (Debian). No line is there twice: of two that are
    // alike, one after the other, which of them was taken away is anybody's choice.
    $folder = sys_get_temp_dir().'/stasimon-merge-'.getmypid();
    mkdir($folder);
    $contested = 0;
    $cases = (int) (getenv('STASIMON_CASES') ?: 200);
    for ($seed = 1; $seed <= $cases; $seed++) {
        $dice = new Randomizer(new Mt19937($seed));
        $line = fn (): string => 'other'.$dice->getInt(1, 9_999).' = '.$dice->getInt(1, 5)."\n";
        $was = array_map(fn (int $i): string => "key{$i} = {$dice->getInt(1, 9)}\n", range(0, $dice->getInt(0, 40)));
        $changed = function () use ($dice, $was, $line): string {
            $lines = [];
            foreach ($was as $one) {
                $what = $dice->getInt(0, 29);
                array_push($lines, ...match ($what) {
                    0 => [], 1 => [$line()], 2 => [$line(), $one], 3 => [str_replace('=', ':', $one)], default => [$one]
                });
            }

            return rtrim(implode('', $lines), $dice->getInt(0, 5) === 0 ? "\n" : '');
        };
        $texts = ['mine' => $changed(), 'was' => implode('', $was), 'theirs' => $changed()];
        foreach ($texts as $name => $text) {
            file_put_contents("{$folder}/{$name}", $text);
        }
        $git = new Process(['git', 'merge-file', '-p', "{$folder}/mine", "{$folder}/was", "{$folder}/theirs"]);
        $exit = $git->run();
        $merge = TextMerge::of($texts['was'], $texts['mine'], $texts['theirs']);
        expect($merge->contested !== [])->toBe($exit !== 0, "seed {$seed}");
        if ($exit === 0) {
            expect($merge->text)->toBe($git->getOutput(), "seed {$seed}");
        }
        $contested += $exit === 0 ? 0 : 1;
    }
    array_map(unlink(...), glob("{$folder}/*") ?: []);
    rmdir($folder);
    expect($contested)->toBeGreaterThan(intdiv($cases, 10))->toBeLessThan($cases);
});

<?php

declare(strict_types=1);

namespace App\View\Guide;

use App\View\Anything\Anything;
use App\View\Anything\Hit;
use Illuminate\Support\Str;

/** The guide of docs/guide.md as a page. */
final readonly class Guide
{
    /** @return list<array{id: string, title: string, level: int, html: string}> each part with what stands below its heading */
    public function parts(): array
    {
        $parts = [];
        foreach (preg_split('/^(?=##+ )/m', (string) file_get_contents(base_path('docs/guide.md'))) ?: [] as $text) {
            if (preg_match('/^(?<marks>##+) (?<title>.+)$/m', $text, $head) !== 1) {
                continue;
            }
            $body = (string) preg_replace('/^##+ .+$/m', '', $text, 1);
            $parts[] = [
                'id' => Str::slug($head['title']),
                'title' => $head['title'],
                'level' => strlen($head['marks']),
                'html' => Str::markdown(self::linked($body), ['html_input' => 'escape', 'allow_unsafe_links' => false]),
            ];
        }

        return $parts;
    }

    /** @return list<Hit> parts whose heading, or else whose text, has all the words */
    public function hits(string $words): array
    {
        $hits = [];
        foreach (preg_split('/^(?=##+ )/m', (string) file_get_contents(base_path('docs/guide.md'))) ?: [] as $text) {
            if (preg_match('/^##+ (?<title>.+)$/m', $text, $head) === 1 && Anything::has($text, $words)) {
                $rank = Anything::has($head['title'], $words) ? 0 : 1;
                $hits[$rank][] = new Hit('guide', $head['title'], 'in the guide', route('guide').'#'.Str::slug($head['title']));
            }
        }

        return array_slice([...$hits[0] ?? [], ...$hits[1] ?? []], 0, 3);
    }

    /** Links to other documents lead nowhere in the application: their words stay. */
    private static function linked(string $text): string
    {
        return (string) preg_replace('/!?\[([^\]]*)\]\((?!https?:)[^)]*\)/', '$1', $text);
    }
}

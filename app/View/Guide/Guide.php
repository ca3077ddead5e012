<?php

declare(strict_types=1);

namespace App\View\Guide;

use Illuminate\Support\Str;

/** The guide of docs/guide.md as a page. */
final readonly class Guide
{
    /** @return list<array{id: string, title: string, level: int, text: string}> each with the Markdown below its heading */
    public function sections(): array
    {
        $sections = [];
        foreach (preg_split('/^(?=##+ )/m', (string) file_get_contents(base_path('docs/guide.md'))) ?: [] as $part) {
            if (preg_match('/^(?<marks>##+) (?<title>[^\n]+)\n(?<text>.*)/s', $part, $found) === 1) {
                $sections[] = [
                    'id' => Str::slug($found['title']),
                    'title' => $found['title'],
                    'level' => strlen($found['marks']),
                    'text' => $found['text'],
                ];
            }
        }

        return $sections;
    }

    /** A section as a page shows it. Links to other documents lead nowhere in the application: their words stay, and so do pictures. */
    public static function html(string $text): string
    {
        $plain = (string) preg_replace('/(?<!!)\[([^\]]*)\]\((?!https?:)[^)]*\)/', '$1', $text);
        $plain = (string) preg_replace_callback(
            '~!\[([^\]]*)\]\(screenshots/([a-z-]+)\.png\)~',
            fn (array $found): string => "![{$found[1]}](".route('guide.picture', $found[2], false).')',
            $plain,
        );

        $html = Str::markdown($plain, ['html_input' => 'escape', 'allow_unsafe_links' => false]);

        return str_replace('<img ', '<img loading="lazy" ', $html);
    }
}

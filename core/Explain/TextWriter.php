<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Resolve\Reason;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Selected;
use Stasimon\Core\Resolve\Suggestion;

/** Writes an answer as text for a terminal: the same as {@see ResolutionWriter}, in sentences. */
final readonly class TextWriter
{
    public function __construct(private Request $request, private Catalogue $catalogue)
    {
    }

    /** @param  list<Suggestion>  $suggestions */
    public function resolved(Resolved $answer, array $suggestions): string
    {
        $from = [];
        foreach ($answer->changes->change as $change) {
            $from[$change->id] = $change->from;
        }
        $rows = [];
        foreach ($answer->selection as $selected) {
            $id = $selected->package->id;
            $sign = match (true) {
                isset($from[$id]) => '~',
                in_array($id, $answer->changes->add, true) => '+',
                default => '=',
            };
            $version = (isset($from[$id]) ? "{$from[$id]} -> " : '').$selected->release->version;
            $rows[] = [$sign, $selected->package->title(), $version, $this->reasons($selected, $answer->unneeded)];
        }
        foreach ($answer->changes->remove as $id) {
            $rows[] = ['-', $this->title($id), $this->request->have[$id] ?? '', ''];
        }
        $text =
            'Resolved: '.
            self::count(count($answer->selection), 'package').
            ($this->request->have === []
                ? ''
                : ', '.
                    count($answer->changes->add).
                    ' added, '.
                    count($answer->changes->change).
                    ' changed, '.
                    count($answer->changes->remove).
                    ' removed').
            ".\n\n".
            self::table($rows);
        foreach ($suggestions as $suggestion) {
            $text .=
                "\n{$this->title($suggestion->by)} suggests {$this->title($suggestion->id)}, which ".
                ($suggestion->fits ? 'fits.' : 'does not fit.');
        }

        return $text.($suggestions === [] ? '' : "\n");
    }

    public function impossible(Impossible $answer): string
    {
        $wants = array_map(
            fn (int $index): string => trim($this->title($this->request->want[$index]->id).' '.$this->words($index)),
            $answer->blame,
        );
        $text =
            'Impossible. '.
            match (count($wants)) {
                0 => '',
                1 => "{$wants[0]} cannot be had.",
                default => 'These cannot be had together: '.implode('; ', $wants).'.',
            }.
            "\n\nWhy\n";
        foreach ($answer->explanation as $i => $step) {
            $from = $step->from === [] ? '' : ' ['.implode(', ', array_map(fn (int $earlier): int => $earlier + 1, $step->from)).']';
            $text .= sprintf("%4d. %s%s\n", $i + 1, $step->text, $from);
        }
        foreach ($answer->contested as $contest) {
            $text .=
                "\nAsked of {$contest->package->title()}\n".
                self::table(
                    array_map(
                        fn (Demand $demand): array => [
                            $demand->want !== null ? 'you' : "{$this->title($demand->id)} {$demand->version}",
                            $contest->package->range($demand->range, $demand->syntax)->words() ?: 'any release',
                        ],
                        $contest->demands,
                    ),
                );
        }
        $text .= "\nWhat would help\n";
        foreach ($answer->repairs as $repair) {
            $text .= "  - {$repair->text}\n";
        }

        return $text.($answer->repairs === [] ? "  - No single change that was tried.\n" : '');
    }

    public function stopped(): string
    {
        return "Stopped at the time limit, before an answer was found.\n";
    }

    private function words(int $index): string
    {
        $want = $this->request->want[$index];

        return $this->catalogue->package($want->id)?->range($want->range, $want->syntax)->words() ?? $want->range;
    }

    /** @param  list<string>  $unneeded */
    private function reasons(Selected $selected, array $unneeded): string
    {
        if ($selected->isWanted()) {
            return 'asked for';
        }
        $by = array_map(fn (Reason $reason): string => "{$this->title($reason->id)} {$reason->version}", $selected->because);

        return in_array($selected->package->id, $unneeded, true)
            ? 'nothing asked for needs it'
            : 'for '.implode(', ', array_slice($by, 0, 3)).(count($by) > 3 ? ' and '.(count($by) - 3).' more' : '');
    }

    private function title(string $id): string
    {
        return $this->catalogue->package($id)?->title() ?? $id;
    }

    private static function count(int $number, string $noun): string
    {
        return $number.' '.$noun.($number === 1 ? '' : 's');
    }

    /** @param  list<list<string>>  $rows  as many cells in each */
    private static function table(array $rows): string
    {
        $widths = [];
        foreach ($rows as $row) {
            foreach ($row as $column => $cell) {
                $widths[$column] = max($widths[$column] ?? 0, mb_strlen($cell));
            }
        }
        $text = '';
        foreach ($rows as $row) {
            $cells = array_map(
                fn (string $cell, int $column): string => $cell.str_repeat(' ', ($widths[$column] ?? 0) - mb_strlen($cell)),
                $row,
                array_keys($row),
            );
            $text .= '  '.rtrim(implode('  ', $cells))."\n";
        }

        return $text;
    }
}

<?php

declare(strict_types=1);

namespace App\View\Games;

use App\Games\Taught\Agreements;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Document\Visible;
use Stasimon\Core\Game\Agreement;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\TemplateList;

/** How a game is launched, as a person sees it before agreeing to it. */
final readonly class LaunchShown
{
    public Agreement $agreement;

    public function __construct(public GameDefinition $game)
    {
        $this->agreement = app(Agreements::class)->of($game);
    }

    /** @param  list<string>  $command */
    public function line(array $command): string
    {
        return implode(' ', array_map(self::part(...), $command));
    }

    private static function part(string $part): string
    {
        $shown = Visible::text($part);

        return preg_match('~^[\w./:={}+-]+$~', $part) === 1 ? $part : "'".strtr($shown, ["'" => "'\\''"])."'";
    }

    /** A line of a file that is written before each launch, as the definition has it; of a list, each of its parts. */
    public function written(string|TemplateList $line): string
    {
        return is_string($line)
            ? Visible::text($line)
            : Visible::text($line->begin).
                    '⟨for each '.
                    implode(' and ', array_map(fn (Kind $kind): string => $kind->word(1), $line->of)).
                    ': '.
                    Visible::text($line->each).
                    ($line->join === '' ? '' : '⟩⟨between them: '.Visible::text($line->join)).
                    '⟩';
    }
}

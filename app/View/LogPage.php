<?php

declare(strict_types=1);

namespace App\View;

use App\Rehearsals\LogChoice;
use App\Rehearsals\LogFile;
use App\Rehearsals\LogWindow;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** A log on a page: the window of it that comes with the page, and where the rest is. */
final readonly class LogPage
{
    /** Rows that come at once. */
    public const WINDOW = 300;

    private function __construct(public LogChoice $choice, public LogWindow $window, public string $address, public bool $isOver)
    {
    }

    public static function of(Request $request, LogFile $log, string $address, bool $isOver): self
    {
        $choice = LogChoice::of($request);
        $log->index($isOver);
        $from = $request->has('from') ? max(0, $request->integer('from')) : ($request->has('line') ? null : 0);
        $window = $log->window($choice, $from, self::WINDOW, $request->integer('line'));
        if ($from === 0 && ! $request->has('from') && $isOver && $window->firstError !== null && $window->errorRow >= self::WINDOW) {
            $window = $log->window($choice, null, self::WINDOW, $window->firstError);
        }

        return new self($choice, $window, $address, $isOver);
    }

    public static function fragment(LogWindow $window, bool $isOver): Response
    {
        return response()->view('instances.log-lines', ['window' => $window])->withHeaders([
            'X-Over' => $isOver ? 'yes' : 'no', 'X-Total' => (string) $window->total, 'X-From' => (string) $window->from,
            'X-Error' => (string) $window->errorRow, 'X-Levels' => implode(' ', [$window->levels['all'], $window->levels['warn'], $window->levels['error']]),
        ]);
    }
}

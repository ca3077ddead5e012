<?php

declare(strict_types=1);

namespace App\View\Rehearsals;

use App\Rehearsals\Log\LogChoice;
use App\Rehearsals\Log\LogFile;
use App\Rehearsals\Log\LogWindow;
use App\View\Asked;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** A log on a page: the window of it that comes with the page, and where the rest is. */
final readonly class LogPage
{
    /** Rows that come at once. */
    public const WINDOW = 300;

    /** @param  bool  $isKept  whether there is a log at all */
    private function __construct(
        public LogChoice $choice,
        public LogWindow $window,
        public string $address,
        public bool $isOver,
        public string $state = '',
        public bool $isKept = true,
    ) {
    }

    /** @param  string  $state  how what writes it stands: once it stands otherwise, the page is out of date */
    public static function of(Request $request, LogFile $log, string $address, bool $isOver, string $state = ''): self
    {
        $choice = self::choice($request);
        $log->index($isOver);
        $from = $request->has('from') ? Asked::number($request, 'from') ?? 0 : ($request->has('line') ? null : 0);
        $window = $log->window($choice, $from, self::WINDOW, Asked::number($request, 'line') ?? 0);
        if ($from === 0 && ! $request->has('from') && $isOver && $window->firstError !== null && $window->errorRow >= self::WINDOW) {
            $window = $log->window($choice, null, self::WINDOW, $window->firstError);
        }

        return new self($choice, $window, $address, $isOver, $state, is_file($log->path));
    }

    /** Which lines the address asks for. */
    public static function choice(Request $request): LogChoice
    {
        return LogChoice::of(Asked::words($request, 'level'), Asked::words($request, 'words'), Asked::flag($request, 'fold'));
    }

    public static function fragment(LogWindow $window, bool $isOver, string $state = ''): Response
    {
        return response()
            ->view('logs.lines', ['window' => $window])
            ->withHeaders([
                'X-Over' => $isOver ? 'yes' : 'no',
                'X-State' => $state,
                'X-Total' => (string) $window->total,
                'X-From' => (string) $window->from,
                'X-Error' => (string) $window->errorRow,
                'X-Levels' => implode(' ', [$window->levels['all'], $window->levels['warn'], $window->levels['error']]),
            ]);
    }
}

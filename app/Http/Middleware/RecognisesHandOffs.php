<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Sharing\HandOffs;
use Closure;
use Illuminate\Http\Request;
use Stasimon\Core\Share\HandOffDocument;
use Stasimon\Core\Share\HandOffText;
use Symfony\Component\HttpFoundation\Response;

/** Wherever a text is asked for, a hand-off is seen to be one, and leads to what it is. */
final readonly class RecognisesHandOffs
{
    public function __construct(private HandOffs $handOffs)
    {
    }

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $text = $request->input('text');
        if (! is_string($text) || strlen($text) > 2_000_000 || ! (HandOffText::isIn($text) || HandOffDocument::isOne($text))) {
            return $next($request);
        }

        return redirect()
            ->route('hand-offs.show', $this->handOffs->receive($text))
            ->with('said', 'That is a hand-off. This is what is in it.');
    }
}

<?php

declare(strict_types=1);

namespace App\View\Door;

use App\Models\Instance;
use App\Sharing\Whole\WholeDocument;
use Stasimon\Core\Share\HandOffText;

/** The one door: whatever is dropped or pasted on a page is told what it is, by its beginning and its name, and which form takes it. */
final readonly class Door
{
    /** Names that are on a list at the most, and signs of one. */
    private const NAMES = 500;

    private const NAME = 80;

    /** @param  Instance|null  $here  the instance on whose page it was dropped */
    public function __construct(private ?Instance $here)
    {
    }

    /**
     * A file.
     *
     * @param  string  $head  its first bytes
     */
    public function file(string $name, int $size, string $head): Brought
    {
        $format = self::format($head);

        return match (true) {
            $size === 0 => new Brought('empty: there is nothing in it'),
            $format !== '' => $this->document($format, 'file') ?? $this->shelf(),
            preg_match('/^(?:\x89PNG|\xff\xd8\xff|GIF8|RIFF....WEBP)/s', $head) === 1 => $this->picture(),
            self::isArchive($head) => $this->archive($head),
            HandOffText::isIn($head) => $this->handOff('file'),
            self::isLog($name, $head) => $this->log('log'),
            $size === strlen($head) && self::isNames($name, $head) => $this->names(count(self::lines($head))),
            default => $this->shelf(),
        };
    }

    /** Text that was pasted. */
    public function text(string $text): Brought
    {
        $text = trim($text);
        $format = self::format($text);
        $lines = self::lines($text);

        return match (true) {
            $text === '' => new Brought('empty: there is nothing in it'),
            $format !== '' => $this->document($format, 'text') ?? new Brought("a document ({$format}), which no page takes as text"),
            HandOffText::isIn($text) => $this->handOff('text'),
            preg_match('~^https?://\S+$~D', $text) === 1 => $this->address($text),
            self::isLog('', $text) => $this->log('text'),
            self::areNames($lines) => $this->names(count($lines)),
            default => new Brought('text in which nothing is known: no hand-off, no log, no list of names, no address, no definition'),
        };
    }

    private function document(string $format, string $field): ?Brought
    {
        return match ($format) {
            'game' => new Brought('the definition of a game', 'Teach it', route('games.store'), $field),
            'hand-off' => $this->handOff($field),
            'notices' => $field === 'file'
                ? new Brought('a list of notices about packages', 'Subscribe to it', route('notices.subscribe'))
                : null,
            default => null,
        };
    }

    private function picture(): Brought
    {
        return new Brought('a picture: a hand-off is read from the code in it', 'Read it', route('hand-offs.store'));
    }

    private function address(string $address): Brought
    {
        return str_ends_with($address, '.json')
            ? new Brought('an address of a list of notices', 'Subscribe to it', route('notices.subscribe'), 'address')
            : new Brought('an address: packages are read from there', 'Add the depot', route('depots.store'), 'address');
    }

    private function handOff(string $field): Brought
    {
        return new Brought('a hand-off', 'See what is in it', route('hand-offs.store'), $field, $this->instance());
    }

    private function log(string $field): Brought
    {
        return new Brought('a log', 'Read whose fault it is', route('logs.store'), $field, $this->instance());
    }

    private function archive(string $head): Brought
    {
        // Its first entry: name from byte 30, length in bytes 26 and 27 (APPNOTE.TXT, 4.3.7).
        $length = strlen($head) > 30 ? (unpack('v', substr($head, 26, 2)) ?: [1 => 0])[1] : 0;

        return match (substr($head, 30, $length)) {
            WholeDocument::NAME => new Brought('a whole instance', 'Take it in', route('wholes.receive')),
            'pack.json' => new Brought('a pack', 'Keep it', route('packs.store')),
            default => $this->shelf('an archive: it is read, and says what is in it'),
        };
    }

    private function shelf(string $is = 'a file: it is read, and says what it is'): Brought
    {
        return new Brought($is, 'Take it in', route('shelf.begin'), 'files[]', $this->instance(), true);
    }

    private function names(int $count): Brought
    {
        $is = $count === 1 ? 'one name' : "{$count} names";
        if ($this->here !== null) {
            $to = route('draft.add-names', $this->here);

            return new Brought("{$is}: what they mean comes into the draft of {$this->here->name}", 'Add to the draft', $to, 'text');
        }

        return new Brought("{$is}: a wish list says where they could live", 'Make a wish list', route('wishes.store'), 'text', [
            'name' => 'Pasted',
        ]);
    }

    /** @return array<string, string> */
    private function instance(): array
    {
        return $this->here === null ? [] : ['instance' => $this->here->id];
    }

    /** What a JSON document of ours says it is, "game" for instance. */
    private static function format(string $head): string
    {
        return preg_match('~^\s*\{.{0,400}?"format"\s*:\s*"stasimon/(?<format>[a-z-]{1,40})"~s', $head, $said) === 1 ? $said['format'] : '';
    }

    private static function isArchive(string $head): bool
    {
        return str_starts_with($head, "PK\x03\x04");
    }

    /** By its name, or by lines that begin as those of logs do: with a time or a level, or with a frame of a trace. */
    private static function isLog(string $name, string $head): bool
    {
        if (str_contains($head, "\0")) {
            return false;
        }
        if (preg_match('/\.log(?:\.\d+)?$/iD', $name) === 1) {
            return true;
        }
        $begins =
            '/^\W{0,2}(?:\d{4}-\d\d-\d\d[T ]|\d\d?:\d\d:\d\d|(?:TRACE|DEBUG|INFO|NOTICE|WARN(?:ING)?|ERROR|FATAL)\b|'.
            '\s+at [\w.$]+[(.]|Traceback |(?:[a-z]\w*\.)+\w*(?:Exception|Error)\b|Exception in thread|#\s+A fatal error)/mi';

        return preg_match_all($begins, $head) >= min(2, substr_count(rtrim($head), "\n") + 1);
    }

    /** A short text file that is a list of names. */
    private static function isNames(string $name, string $head): bool
    {
        return preg_match('/\.(?:txt|list)$/iD', $name) === 1 && mb_check_encoding($head, 'UTF-8') && self::areNames(self::lines($head));
    }

    /** @return list<string> without those that are blank */
    private static function lines(string $text): array
    {
        $lines = array_map(trim(...), preg_split('/\R/u', $text) ?: []);

        return array_values(array_filter($lines, fn (string $line): bool => $line !== ''));
    }

    /** @param  list<string>  $lines */
    private static function areNames(array $lines): bool
    {
        $isName = fn (string $line): bool => mb_strlen($line) <= self::NAME && preg_match('/[\pL\pN]/u', $line) === 1;

        return $lines !== [] && count($lines) <= self::NAMES && array_filter($lines, $isName) === $lines;
    }
}

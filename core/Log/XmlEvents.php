<?php

declare(strict_types=1);

namespace Stasimon\Core\Log;

use SimpleXMLElement;
use Stasimon\Core\Document\XmlBounds;

/**
 * A log in XML, put into lines: the records of java.util.logging (its document type "logger.dtd" in the JDK), and the events of
 * the libraries that write one element for each. What is not whole, as the last record before a crash, is left as it is.
 */
final class XmlEvents
{
    /** Bytes of one event that are waited for. */
    private const LONGEST = 1_000_000;

    private const ENDS = '~</(?:record|Event|log4j:event|event)>~';

    private string $pending = '';

    /** Whether a file is a log in XML, by its beginning. */
    public static function begin(string $start): bool
    {
        return preg_match(
            '~^\s*(?:<\?xml[^>]*>\s*)?(?:<!DOCTYPE log[^>]*>\s*)?<(?:log|record|Events|Event|log4j:\w+|events?)\b[^>]*>~',
            $start,
        ) === 1;
    }

    /** @return string the lines of what is whole by now */
    public function take(string $text, bool $isLast): string
    {
        $this->pending .= $text;
        $lines = '';
        while (preg_match(self::ENDS, $this->pending, $end, PREG_OFFSET_CAPTURE) === 1) {
            $length = $end[0][1] + strlen($end[0][0]);
            $lines .= self::lines(substr($this->pending, 0, $length));
            $this->pending = substr($this->pending, $length);
        }
        if ($isLast || strlen($this->pending) > self::LONGEST) {
            $rest = trim((string) preg_replace('~^\s*</(?:log|Events|log4j:\w+)>~', '', $this->pending));
            [$lines, $this->pending] = [$rest === '' ? $lines : "{$lines}{$rest}\n", ''];
        }

        return $lines;
    }

    private static function lines(string $element): string
    {
        $start = preg_match('~<(?:record|Event|log4j:event|event)\b~', $element, $at, PREG_OFFSET_CAPTURE) === 1 ? $at[0][1] : 0;
        // The prefix is bound above the first event, if anywhere.
        $xml = preg_replace(['~(</?)\w+:(?=\w)~', '~ xmlns(?::\w+)?="[^"]*"~'], ['$1', ''], substr($element, $start));
        $event =
            XmlBounds::problem((string) $xml) !== ''
                ? false
                : @simplexml_load_string((string) $xml, SimpleXMLElement::class, LIBXML_NONET | LIBXML_NOCDATA);
        if ($event === false) {
            return trim($element)."\n";
        }
        $first = function (string ...$paths) use ($event): string {
            foreach ($paths as $path) {
                $found = $event->xpath($path);
                if (is_array($found) && $found !== []) {
                    return trim((string) $found[0]);
                }
            }

            return '';
        };
        $time = $first('date', '@time', '@timestamp', '@timeMillis', 'Instant/@epochSecond', 'millis');
        $time = ctype_digit($time) ? gmdate('Y-m-d H:i:s', (int) substr($time, 0, 10)) : $time;
        $line = "{$time} {$first('level', '@level')} [{$first('thread', '@thread')}] {$first('logger', '@logger', '@loggerName')} - {$first(
            'message',
            'Message',
            '@message',
        )}\n";
        $thrown = $first('exception/message');
        foreach ($event->xpath('exception/frame') ?: [] as $frame) {
            $thrown .=
                "\n\tat {$frame->class}.{$frame->method}(".($frame->line->count() > 0 ? "line {$frame->line}" : 'Unknown Source').')';
        }
        $thrown = $thrown === '' ? $first('throwable', 'Thrown/ExtendedStackTrace', 'Thrown/StackTrace', 'exception') : $thrown;
        if ($thrown === '') {
            foreach ($event->xpath('Thrown') ?: [] as $one) {
                $thrown = self::thrown($one, '');
            }
        }

        return $line.($thrown === '' ? '' : "{$thrown}\n");
    }

    /** An exception whose trace is an element for each frame. */
    private static function thrown(SimpleXMLElement $thrown, string $before): string
    {
        $message = (string) ($thrown['message'] ?? $thrown['localizedMessage']);
        $text = $before.$thrown['name'].($message === '' ? '' : ": {$message}");
        foreach ($thrown->xpath('ExtendedStackTrace/ExtendedStackTraceItem') ?: [] as $frame) {
            $text .= "\n\tat {$frame['class']}.{$frame['method']}({$frame['file']}:{$frame['line']})";
        }
        foreach ($thrown->xpath('Cause') ?: [] as $cause) {
            $text .= "\n".self::thrown($cause, 'Caused by: ');
        }

        return $text;
    }
}

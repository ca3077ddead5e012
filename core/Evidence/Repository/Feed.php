<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Repository;

use DOMElement;
use Stasimon\Core\Document\PlainXml;
use Stasimon\Core\Document\UnusableDocument;

/** What is published in a feed: Atom (RFC 4287) or RSS 2.0, its files being enclosures. */
final readonly class Feed
{
    /** Bytes. */
    public const LONGEST = 20_000_000;

    /** Bytes of what an entry says that are looked at, markup and all. */
    private const WORDS = 40_000;

    /** @param  list<Enclosure>  $enclosures  as they stand there, the newest mostly first */
    private function __construct(public string $title, public array $enclosures)
    {
    }

    /** @throws UnusableDocument for what is no feed */
    public static function read(string $text): self
    {
        $root = PlainXml::read($text);
        $channel = $root->localName === 'rss' ? PlainXml::below($root, 'channel') : null;

        return match (true) {
            $root->localName === 'feed' => new self(PlainXml::text($root, 'title'), self::atom($root)),
            $channel !== null => new self(PlainXml::text($channel, 'title'), self::rss($channel)),
            default => throw UnusableDocument::at('', 'it is no feed.'),
        };
    }

    /** @return list<Enclosure> */
    private static function atom(DOMElement $root): array
    {
        $found = [];
        foreach (PlainXml::children($root, 'entry') as $entry) {
            $when = PlainXml::text($entry, 'updated') ?: PlainXml::text($entry, 'published');
            $notes = self::notes(PlainXml::text($entry, 'title'), PlainXml::text($entry, 'content') ?: PlainXml::text($entry, 'summary'));
            foreach (PlainXml::children($entry, 'link') as $link) {
                if ($link->getAttribute('rel') === 'enclosure') {
                    $found[] = new Enclosure($link->getAttribute('href'), self::length($link), self::time($when), $notes);
                }
            }
        }

        return $found;
    }

    /** @return list<Enclosure> */
    private static function rss(DOMElement $channel): array
    {
        $found = [];
        foreach (PlainXml::children($channel, 'item') as $item) {
            $notes = self::notes(PlainXml::text($item, 'title'), PlainXml::text($item, 'description'));
            foreach (PlainXml::children($item, 'enclosure') as $enclosure) {
                $when = self::time(PlainXml::text($item, 'pubDate'));
                $found[] = new Enclosure($enclosure->getAttribute('url'), self::length($enclosure), $when, $notes);
            }
        }

        return $found;
    }

    private static function length(DOMElement $of): ?int
    {
        $length = $of->getAttribute('length');

        return preg_match('/^[0-9]{1,12}$/D', $length) === 1 && (int) $length > 0 ? (int) $length : null;
    }

    private static function time(string $text): ?string
    {
        $time = $text === '' ? false : strtotime($text);

        return $time === false ? null : gmdate(DATE_RFC3339, $time);
    }

    /** Its words without what marks them up. */
    private static function notes(string $title, string $text): string
    {
        $text = mb_strcut($text, 0, self::WORDS, 'UTF-8');
        $text = preg_replace('~<(?:br|/p|/li|/h[1-6]|/div)\b[^>]*>~i', "\n", $text) ?? '';
        $text = html_entity_decode(strip_tags($text), ENT_QUOTES | ENT_HTML5, 'UTF-8');
        $text = preg_replace(['/[^\S\n]+/u', '/\s*\n\s*/u'], [' ', "\n"], mb_scrub($text)) ?? '';

        return trim($title."\n".trim($text));
    }
}

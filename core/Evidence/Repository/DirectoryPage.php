<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Repository;

use DOMDocument;
use DOMElement;
use DOMNode;
use DOMXPath;

/**
 * A page that a web server makes of a folder: what lies right in it.
 *
 * Source: how the directory pages of common web servers look is common practice with no standard: a title or heading that says so, and
 * a link to each thing by its name, with a slash after that of a folder. One of nginx's may be JSON.
 */
final readonly class DirectoryPage
{
    private const LINKS = 200_000;

    /** Elements between a link and the row that it is in, at most; and pieces of text up to the next link. */
    private const UP = 4;

    private const TITLE = '~\b(?:index|listing) (?:of|for)\b|\bdirectory listing\b~i';

    /**
     * @param  array<array-key, string>  $files  name => what the page says beside it, its time and size
     * @param  list<string>  $folders  names
     */
    private function __construct(public array $files, public array $folders)
    {
    }

    /**
     * @param  string  $at  the path of the folder on its server, which begins and ends with a slash
     * @return self|null null for what is another page
     */
    public static function read(string $text, string $at): ?self
    {
        $entries = json_decode($text);
        if (is_array($entries)) {
            return self::ofJson($entries);
        }
        $page = new DOMDocument();
        if (trim($text) === '' || ! @$page->loadHTML($text, LIBXML_NONET | LIBXML_NOERROR | LIBXML_NOWARNING)) {
            return null;
        }
        $titles = '';
        foreach (['title', 'h1', 'h2'] as $name) {
            $titles .= ($page->getElementsByTagName($name)->item(0)->textContent ?? '').' ';
        }
        if (preg_match(self::TITLE, $titles) !== 1) {
            return null;
        }
        $files = $folders = [];
        // All at once: a list that lives is gone through anew for each of its elements.
        $links = (new DOMXPath($page))->query('//a[@href]');
        foreach ($links === false ? [] : $links as $i => $link) {
            if ($i >= self::LINKS || ! $link instanceof DOMElement) {
                break;
            }
            $name = self::name($link->getAttribute('href'), $at);
            if (str_ends_with($name, '/')) {
                $folders[rtrim($name, '/')] = true;
            } elseif ($name !== '') {
                $files[$name] = self::beside($link);
            }
        }

        return new self($files, array_map(strval(...), array_keys($folders)));
    }

    /** @param  array<mixed>  $entries */
    private static function ofJson(array $entries): ?self
    {
        $files = $folders = [];
        foreach ($entries as $one) {
            $name = is_object($one) && is_string($one->name ?? null) ? self::name(rawurlencode($one->name), '/') : '';
            if ($name === '') {
                return null;
            }
            if (($one->type ?? '') === 'directory') {
                $folders[] = $name;
            } else {
                $files[$name] = (is_string($one->mtime ?? null) ? $one->mtime : '').' '.(is_int($one->size ?? null) ? $one->size : '');
            }
        }

        return new self($files, $folders);
    }

    /** The text in the row of a link, or up to the next one. */
    private static function beside(DOMElement $link): string
    {
        for ($row = $link->parentNode, $up = 0; $row instanceof DOMElement && $up < self::UP; $row = $row->parentNode, $up++) {
            if ($row->localName === 'tr' || $row->localName === 'li') {
                return mb_substr(trim((string) preg_replace('/\s+/u', ' ', $row->textContent)), 0, 200);
            }
        }
        $text = '';
        $pieces = 0;
        $isLink = fn (?DOMNode $node): bool => $node instanceof DOMElement && $node->localName === 'a';
        for ($next = $link->nextSibling; $next !== null && ! $isLink($next) && $pieces++ < self::UP; $next = $next->nextSibling) {
            $text .= mb_substr($next->textContent, 0, 200);
        }

        return mb_substr(trim((string) preg_replace('/\s+/u', ' ', $text)), 0, 200);
    }

    /** What a link names right in the folder; nothing for one that leads elsewhere. */
    private static function name(string $link, string $at): string
    {
        $link = str_starts_with($link, $at) ? substr($link, strlen($at)) : $link;
        $link = str_starts_with($link, './') ? substr($link, 2) : $link;
        if (preg_match('~^([^/?#:]+)(/?)$~D', $link, $found) !== 1) {
            return '';
        }
        $name = rawurldecode($found[1]);

        return in_array($name, ['.', '..'], true) || preg_match('~[/\x00-\x1f\x7f\\\\]~', $name) === 1 ? '' : $name.$found[2];
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/**
 * What an archive says of the terms under which it may be passed on. Licences are named as the SPDX licence list names them,
 * and told by sentences of their texts as that list has them, without regard to case, spaces and punctuation (SPDX
 * specification, "License matching guidelines and templates"); whether a later version will do as well is not told.
 * Whoever says nothing keeps all rights: common practice.
 */
final readonly class Licence
{
    /** Bytes of a text that are read, and texts. */
    private const LONGEST = 65_536;

    private const TEXTS = 8;

    /** Licence => sentences that are all in it. Each of these lets an unchanged file be passed on. */
    private const SAID = [
        'Apache-2.0' => ['apache license version 2 0'],
        'MIT' => [
            'permission is hereby granted free of charge to any person obtaining a copy of this software',
            'publish distribute sublicense and or sell',
        ],
        'Apache-1.1' => ['apache software license version 1 1'],
        'BSD-4-Clause' => ['redistribution and use in source and binary forms', 'all advertising materials mentioning features or use'],
        'BSD-3-Clause' => ['redistribution and use in source and binary forms', 'endorse or promote products derived from'],
        'BSD-2-Clause' => ['redistribution and use in source and binary forms', 'redistributions in binary form must reproduce'],
        'BSD-1-Clause' => ['redistribution and use in source and binary forms'],
        'ISC' => ['distribute this software for any purpose with or without fee is hereby granted provided that'],
        '0BSD' => ['distribute this software for any purpose with or without fee is hereby granted'],
        'Zlib' => ['altered source versions must be plainly marked as such and must not be misrepresented as being the original software'],
        'BSL-1.0' => ['boost software license version 1 0'],
        'Unlicense' => ['this is free and unencumbered software released into the public domain'],
        'WTFPL' => [
            'everyone is permitted to copy and distribute verbatim or modified copies of this license document and changing it is allowed '.
            'as long as the name is changed',
        ],
        'CC0-1.0' => ['cc0 1 0 universal'],
        'CC-BY-4.0' => ['attribution 4 0 international'],
        'CC-BY-SA-4.0' => ['attribution sharealike 4 0 international'],
        'CC-BY-ND-4.0' => ['attribution noderivatives 4 0 international'],
        'CC-BY-NC-4.0' => ['attribution noncommercial 4 0 international'],
        'CC-BY-NC-SA-4.0' => ['attribution noncommercial sharealike 4 0 international'],
        'CC-BY-NC-ND-4.0' => ['attribution noncommercial noderivatives 4 0 international'],
        'MPL-1.1' => ['mozilla public license version 1 1'],
        'MPL-2.0' => ['mozilla public license version 2 0'],
        'EPL-1.0' => ['eclipse public license v 1 0'],
        'EPL-2.0' => ['eclipse public license v 2 0'],
        'GPL-1.0' => ['gnu general public license version 1'],
        'GPL-2.0' => ['gnu general public license version 2'],
        'GPL-3.0' => ['gnu general public license version 3'],
        'AGPL-3.0' => ['gnu affero general public license version 3'],
        'LGPL-2.0' => ['gnu library general public license version 2'],
        'LGPL-2.1' => ['gnu lesser general public license version 2 1'],
        'LGPL-3.0' => ['gnu lesser general public license version 3'],
        'GFDL-1.2' => ['gnu free documentation license version 1 2'],
        'GFDL-1.3' => ['gnu free documentation license version 1 3'],
        'Artistic-1.0-Perl' => [
            'the artistic license preamble the intent of this document is to state the conditions under which a package may be copied',
        ],
        'OFL-1.1' => ['sil open font license version 1 1'],
        'Artistic-2.0' => ['the artistic license 2 0'],
    ];

    /** What says that it may not be passed on. */
    private const FORBIDDEN = '/\ball rights reserved\b|\b(?:may|must|can|do|shall) ?not (?:be )?(?:re ?distribute|re ?upload|re ?post|re '.
        '?host|share|mirror|distribute)|\bno (?:re ?distribution|re ?uploading|re ?posting|re ?hosting|mirrors)\b|\b(?:re '.
        '?distribution|re ?uploading|re ?posting|re ?hosting) (?:of this (?:mod|file|work) )?is (?:not allowed|not '.
        'permitted|forbidden|prohibited)/';

    /**
     * @param  string  $id  as the SPDX licence list names it; nothing where none is known
     * @param  string  $where  the file that says so; nothing where none does
     * @param  string  $line  the words that forbid it; nothing where none do
     */
    public function __construct(public string $id = '', public string $where = '', public string $line = '')
    {
    }

    /** Whether it may be passed on; null where nothing says. */
    public function passes(): ?bool
    {
        return $this->id !== '' ? true : ($this->line !== '' ? false : null);
    }

    /** What an archive says, in its files of licence or in its manifest; nothing for what is no archive. */
    public static function of(string $path): self
    {
        try {
            $entries = Archive::lookInto($path, basename($path))->entries;
            $zip = Archive::reading($path, basename($path));
        } catch (UnsafeArchive) {
            return new self();
        }
        $rank = fn (ArchiveEntry $entry): int => preg_match('#^(?:.*/)?(?:un)?licen[cs]e|^(?:.*/)?copying#i', $entry->path) === 1
            ? 0
            : (preg_match('#^(?:[^/]+/)?(?:META-INF/MANIFEST\.MF|read ?me[^/]*|permissions[^/]*\.txt)$#i', $entry->path) === 1
                ? 1
                : 2);
        $texts = array_filter($entries, fn (ArchiveEntry $entry): bool => $rank($entry) < 2 && substr_count($entry->path, '/') < 3);
        usort(
            $texts,
            fn (ArchiveEntry $a, ArchiveEntry $b): int => [$rank($a), substr_count($a->path, '/'), $a->path] <=> [
                $rank($b),
                substr_count($b->path, '/'),
                $b->path,
            ],
        );
        $forbids = new self();
        foreach (array_slice($texts, 0, self::TEXTS) as $entry) {
            $text = (string) $zip->getFromIndex($entry->index, self::LONGEST);
            $said = str_ends_with(strtoupper($entry->path), 'MANIFEST.MF') ? self::ofManifest($text) : self::ofText($text);
            if ($said->id !== '') {
                return new self($said->id, $entry->path);
            }
            if ($said->line !== '' && $forbids->line === '') {
                $forbids = new self('', $entry->path, $said->line);
            }
        }

        return $forbids;
    }

    /** What a text says: by its tag, by the licence whose sentences come first in it, or by what it forbids. */
    public static function ofText(string $text): self
    {
        if (preg_match('/SPDX-License-Identifier:\s*([A-Za-z0-9.+-]{2,60})\s*(?:$|[*\/#-])/m', $text, $tag) === 1) {
            return new self($tag[1]);
        }
        $plain = self::plain($text);
        $found = [];
        foreach (self::SAID as $id => $sentences) {
            $places = array_map(fn (string $sentence): int|false => strpos($plain, $sentence), $sentences);
            if (! in_array(false, $places, true)) {
                $found[$id] = min($places);
            }
        }
        if ($found !== []) {
            // A text that mentions another licence has its own title before; of two that begin alike, the one that says more.
            return new self((string) array_search(min($found), $found, true));
        }

        return preg_match(self::FORBIDDEN, $plain, $words) === 1 ? new self('', '', $words[0]) : new self();
    }

    /** OSGi Core, "Bundle-License": a name of the SPDX list, or of the Open Source Initiative's, before anything else. */
    private static function ofManifest(string $text): self
    {
        $said = trim(explode(';', Manifest::main($text)['bundle-license'] ?? '')[0]);

        return preg_match('/^[A-Za-z]+-\d[A-Za-z0-9.-]*$|^(?:MIT|ISC|Zlib|Unlicense)$/D', $said) === 1 ? new self($said) : new self();
    }

    private static function plain(string $text): string
    {
        $words = preg_replace(
            '/[^a-z0-9]+/',
            ' ',
            strtolower(strtr($text, ['licence' => 'license', 'Licence' => 'license', '(c)' => ' ', '(C)' => ' '])),
        );

        return ' '.trim((string) $words).' ';
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Repository;

use DOMElement;
use Stasimon\Core\Document\PlainXml;

/**
 * One file of an index of bundles, with what the index says of it written as the headers of a manifest that say the same, so that it is
 * read by whatever reads those: OSGi Core Release 8, 3.2.4 (headers), 3.3.6 (filters) and chapter 8 (namespaces).
 */
final readonly class BundleResource
{
    private const HEADERS = [
        'osgi.wiring.package' => 'Import-Package',
        'osgi.wiring.bundle' => 'Require-Bundle',
        'osgi.wiring.host' => 'Fragment-Host',
    ];

    /** What follows from the others. */
    private const IMPLIED = ['osgi.identity', 'osgi.content', 'osgi.wiring.bundle', 'osgi.wiring.host'];

    private const TEXT = ['String', ''];

    /** @param  string  $sha256  nothing where the index does not say it */
    private function __construct(public string $address, public string $sha256, public ?int $size, public string $manifest)
    {
    }

    /** @return self|null null for what is no file, or nothing that has a name */
    public static function read(DOMElement $resource): ?self
    {
        $content = $identity = null;
        $headers = [];
        foreach (PlainXml::children($resource, 'capability') as $capability) {
            $namespace = $capability->getAttribute('namespace');
            $attributes = self::attributes($capability);
            match ($namespace) {
                'osgi.content' => $content ??= $attributes,
                'osgi.identity' => $identity ??= $attributes,
                'osgi.wiring.package' => $headers['Export-Package'][] = self::exported($attributes, self::directives($capability)),
                default => in_array($namespace, self::IMPLIED, true) ||
                    $headers['Provide-Capability'][] = $namespace.self::parameters($attributes, self::directives($capability)),
            };
        }
        $name = $identity['osgi.identity'][0] ?? '';
        if ($content === null || $name === '' || ! isset($content['url'])) {
            return null;
        }
        foreach (PlainXml::children($resource, 'requirement') as $requirement) {
            [$header, $clause] = self::required($requirement);
            $clause === '' || ($headers[$header][] = $clause);
        }
        $size = $content['size'][0] ?? '';
        $sha256 = strtolower($content['osgi.content'][0] ?? '');

        return new self(
            $content['url'][0],
            preg_match('/^[0-9a-f]{64}$/D', $sha256) === 1 ? $sha256 : '',
            ctype_digit($size) ? (int) substr($size, 0, 15) : null,
            self::manifest($name, $identity['version'][0] ?? '0.0.0', $headers),
        );
    }

    /** @param  array<string, list<string>>  $headers */
    private static function manifest(string $name, string $version, array $headers): string
    {
        $lines = [
            'Manifest-Version: 1.0',
            'Bundle-ManifestVersion: 2',
            'Bundle-SymbolicName: '.self::line($name),
            'Bundle-Version: '.self::line($version),
        ];
        foreach ($headers as $header => $clauses) {
            $lines[] = "{$header}: ".self::line(implode(',', $clauses));
        }

        // Lines of 72 bytes, continued after a space: JAR File Specification.
        return implode("\r\n", array_map(fn (string $line): string => implode("\r\n ", str_split($line, 70)), $lines))."\r\n";
    }

    private static function line(string $text): string
    {
        return (string) preg_replace('/[\x00-\x1f]+/', ' ', $text);
    }

    /** @return array{string, string} the header, and its clause; nothing for what is no need at the start */
    private static function required(DOMElement $requirement): array
    {
        $namespace = $requirement->getAttribute('namespace');
        $directives = self::directives($requirement);
        $filter = $directives['filter'] ?? '';
        if (($directives['resolution'] ?? '') === 'dynamic') {
            return ['', ''];
        }
        $header = self::HEADERS[$namespace] ?? null;
        if ($header === null) {
            return ['Require-Capability', $namespace.self::parameters([], $directives)];
        }
        $name = preg_match('~\('.preg_quote($namespace, '~').'=([^()]+)\)~', $filter, $found) === 1 ? $found[1] : '';
        $key = $namespace === 'osgi.wiring.package' ? 'version' : 'bundle-version';
        $range = self::range($filter, $key);
        $optional = ($directives['resolution'] ?? '') === 'optional' ? ';resolution:=optional' : '';

        return [$header, $name === '' ? '' : $name.($range === '' ? '' : ";{$key}=\"{$range}\"").$optional];
    }

    /** The versions that a filter lets in, in brackets; nothing where it lets in all. */
    private static function range(string $filter, string $key): string
    {
        $key = preg_quote($key, '~');
        $in = fn (string $filter, string $pattern): ?string => preg_match("~{$pattern}~", $filter, $found) === 1 ? trim($found[1]) : null;
        $below = $in($filter, "\\(!\\s*\\({$key}>=([^()]+)\\)\\s*\\)");
        $above = $in($filter, "\\(!\\s*\\({$key}<=([^()]+)\\)\\s*\\)");
        $plain = (string) preg_replace('~\(!\s*\([^()]*\)\s*\)~', '', $filter);
        $exact = $in($plain, "\\({$key}=([^()*]+)\\)");
        $from = $in($plain, "\\({$key}>=([^()]+)\\)");
        $to = $in($plain, "\\({$key}<=([^()]+)\\)");

        return match (true) {
            $exact !== null => "[{$exact},{$exact}]",
            $from !== null && $below === null && $to === null => $from,
            default => self::brackets($from, $above, $to, $below),
        };
    }

    private static function brackets(?string $from, ?string $above, ?string $to, ?string $below): string
    {
        if ($from === null && $above === null && $to === null && $below === null) {
            return '';
        }

        return ($above === null ? '[' : '(').($from ?? $above ?? '0.0.0').','.($to ?? $below).($to === null ? ')' : ']');
    }

    /**
     * @param  array<string, array{string, string}>  $attributes
     * @param  array<string, string>  $directives
     */
    private static function exported(array $attributes, array $directives): string
    {
        $name = $attributes['osgi.wiring.package'][0] ?? '';
        unset($attributes['osgi.wiring.package'], $attributes['bundle-symbolic-name'], $attributes['bundle-version']);

        return $name.self::parameters($attributes, array_intersect_key($directives, ['mandatory' => '']));
    }

    /**
     * @param  array<string, array{string, string}>  $attributes
     * @param  array<string, string>  $directives
     */
    private static function parameters(array $attributes, array $directives): string
    {
        $text = '';
        foreach ($attributes as $name => [$value, $type]) {
            $isPlain = in_array($type, self::TEXT, true) || ($type === 'Version' && $name === 'version');
            $text .= ';'.self::key($name).($isPlain ? '' : ':'.self::key($type)).'='.self::quoted($value);
        }
        foreach ($directives as $name => $value) {
            $text .= ';'.self::key($name).':='.self::quoted($value);
        }

        return $text;
    }

    private static function key(string $name): string
    {
        return (string) preg_replace('/[^A-Za-z0-9_.<>-]/', '_', $name);
    }

    private static function quoted(string $value): string
    {
        return '"'.addcslashes($value, '"\\').'"';
    }

    /** @return array<string, array{string, string}> name => value and type */
    private static function attributes(DOMElement $of): array
    {
        $found = [];
        foreach (PlainXml::children($of, 'attribute') as $one) {
            $found[$one->getAttribute('name')] = [$one->getAttribute('value'), $one->getAttribute('type')];
        }

        return $found;
    }

    /** @return array<string, string> */
    private static function directives(DOMElement $of): array
    {
        // Services come once bundles are started, whatever an index leaves out: OSGi Compendium Release 8, 135.4.
        $found = $of->getAttribute('namespace') === 'osgi.service' ? ['effective' => 'active'] : [];
        foreach (PlainXml::children($of, 'directive') as $one) {
            $found[$one->getAttribute('name')] = $one->getAttribute('value');
        }

        return $found;
    }
}

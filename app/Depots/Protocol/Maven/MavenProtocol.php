<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Maven;

use App\Depots\Address;
use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\Guarded;
use App\Depots\Protocol\Description;
use App\Depots\Protocol\Files\Entry;
use App\Depots\Protocol\Files\FilesProtocol;
use App\Depots\Protocol\Files\ListedFiles;
use App\Depots\Protocol\Files\RangeReading;
use App\Depots\Protocol\Listing\DirectoryPages;
use Closure;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\PlainXml;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Evidence\Repository\Coordinates;

/**
 * A repository in Maven's layout: one whose folders a web server shows, or one artifact of any, at the address where its
 * maven-metadata.xml lies: docs/formats/depot.md, "A Maven repository".
 */
final readonly class MavenProtocol extends FilesProtocol
{
    private const METADATA = 'maven-metadata.xml';

    /** Folders in which a POM has to be found before it is a repository. */
    private const LOOKED_INTO = 200;

    /** Files beside one that hold its digest, the better one first. */
    private const SUMS = ['sha256', 'sha1'];

    private string $at;

    public function __construct(Depot $depot, ListedFiles $files, private RangeReading $reading)
    {
        parent::__construct($depot, $files);
        $path = trim((string) parse_url($depot->url, PHP_URL_PATH), '/');
        $this->at = $path === '' ? '' : "{$path}/";
    }

    public static function kind(): string
    {
        return 'a Maven repository';
    }

    protected function things(): string
    {
        return 'artifacts';
    }

    protected function base(Address $address): Address
    {
        return $address->host();
    }

    protected function reading(): PomReading
    {
        $one = $this->one();
        $below = $one === null ? '' : strtr($one->group, '.', '/')."/{$one->artifact}/";

        return new PomReading($this->reading, substr($this->at, 0, strlen($this->at) - strlen($below)));
    }

    public function describe(): Description
    {
        if ($this->one() === null) {
            $is = fn (string $path): bool => Coordinates::ofPath($path) !== null;
            $this->folders()->leadTo($is, self::LOOKED_INTO) || throw DepotFailure::otherKind($this->depot->name);
        }

        return $this->called();
    }

    protected function entries(Closure $progress): array
    {
        $metadata = $this->metadata();
        $files = $metadata === null ? $this->shown($progress) : self::ofVersions(...$metadata);
        $entries = [];
        foreach ($files as $folder => $names) {
            $entry = $this->entry((string) $folder, $names, $metadata !== null);
            if ($entry !== null) {
                $entries[] = $entry;
            }
        }

        return $entries;
    }

    /**
     * The release in one folder; null for one that has no archive.
     *
     * @param  array<string, string>  $names  file => what stands beside it
     */
    private function entry(string $folder, array $names, bool $isGuessed): ?Entry
    {
        $poms = array_values(array_filter(
            array_map(strval(...), array_keys($names)),
            fn (string $name): bool => str_ends_with($name, '.pom') && Coordinates::ofPath($this->at.$folder.$name) !== null,
        ));
        // Of a version that is still changing, the newest.
        sort($poms, SORT_NATURAL);
        $pom = end($poms);
        $stem = $pom === false ? '' : substr($pom, 0, -4);
        foreach ($stem === '' ? [] : ['jar', 'zip'] as $kind) {
            $file = "{$stem}.{$kind}";
            if (isset($names[$file])) {
                $sums = current(array_filter(self::SUMS, fn (string $sum): bool => isset($names["{$file}.{$sum}"])));

                return new Entry(
                    $this->at.$folder.$file,
                    // What has been released stays as it is; by what a folder shows, it can be told where it does not.
                    $names[$file],
                    document: $this->at.$folder.$pom,
                    sums: $sums === false && ! $isGuessed ? '' : $this->at.$folder.$file.'.'.($sums ?: 'sha1'),
                );
            }
        }

        return null;
    }

    /**
     * @param  Closure(int, int): void  $progress
     * @return array<string, array<string, string>> folder => file => what its page says beside it
     *
     * @throws DepotFailure
     */
    private function shown(Closure $progress): array
    {
        $found = [];
        foreach ($this->folders()->files($progress) as $path => $mark) {
            if (preg_match('~\.(?:pom|(?:jar|zip)(?:\.sha256|\.sha1)?)$~D', $path) === 1) {
                $found[dirname($path).'/'][basename($path)] = $mark;
            }
            if (count($found) > Limits::PACKAGES) {
                throw DepotFailure::tooMany($this->depot->name, Limits::PACKAGES);
            }
        }

        return $found;
    }

    /**
     * @param  list<string>  $versions
     * @return array<string, array<string, string>>
     */
    private static function ofVersions(Coordinates $of, array $versions): array
    {
        $found = [];
        foreach (array_slice($versions, 0, Limits::RELEASES) as $version) {
            $one = new Coordinates($of->group, $of->artifact, $version);
            if ($one->isWhole()) {
                $found["{$version}/"] = ["{$of->artifact}-{$version}.pom" => '', "{$of->artifact}-{$version}.jar" => ''];
            }
        }

        return $found;
    }

    private function one(): ?Coordinates
    {
        return $this->metadata()[0] ?? null;
    }

    /**
     * What the address says of one artifact and its versions (Maven Repository Metadata); null where it is that of many.
     *
     * @return array{Coordinates, list<string>}|null
     *
     * @throws DepotFailure
     */
    private function metadata(): ?array
    {
        try {
            $text = $this->asked->get($this->at.self::METADATA, 5_000_000, isKept: true)->getContents();
            $root = PlainXml::read($text);
        } catch (DepotFailure $failure) {
            return $failure->status === 404 ? null : throw $failure;
        } catch (UnusableDocument) {
            return null;
        }
        $of = new Coordinates(PlainXml::text($root, 'groupId'), PlainXml::text($root, 'artifactId'), '1');
        $versions = PlainXml::below($root, 'versioning', 'versions');
        $ends = strtr($of->group, '.', '/')."/{$of->artifact}/";
        if ($versions === null || ! $of->isWhole() || ! str_ends_with($this->at, $ends)) {
            return null;
        }

        return [$of, array_map(fn (\DOMElement $one): string => trim($one->textContent), PlainXml::children($versions, 'version'))];
    }

    private function folders(): DirectoryPages
    {
        $address = Address::of($this->depot->url);

        return new DirectoryPages(Guarded::of($this->depot, $address), $address, $this->depot->name);
    }
}

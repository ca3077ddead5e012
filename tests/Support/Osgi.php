<?php

declare(strict_types=1);

namespace Tests\Support;

use Random\Randomizer;
use RuntimeException;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Evidence\Descriptor\ArchiveCatalogue;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Resolve\RequestReader;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Symfony\Component\Process\Process;

/** Bundles of Debian's packages, as we read them and as a real framework does. */
final class Osgi
{
    public const FRAMEWORK = '/usr/share/java/eclipse-osgi.jar';

    public static function game(): GameDefinition
    {
        return GameDefinition::read((string) file_get_contents(dirname(__DIR__, 2).'/docs/formats/examples/osgi/game.json'));
    }

    /**
     * @param  list<string>  $paths
     * @return array<string, mixed>
     */
    public static function document(array $paths): array
    {
        $catalogue = new ArchiveCatalogue(self::game());
        foreach ($paths as $path) {
            $catalogue->add($path, basename($path));
        }

        return $catalogue->document();
    }

    /**
     * Whether the resolver has a line-up of all bundles of a set, beside the framework.
     *
     * @param  list<string>  $paths
     */
    public static function isWhole(array $paths): bool
    {
        return self::hasLineUp(self::document([self::FRAMEWORK, ...$paths]));
    }

    /** @param  array<string, mixed>  $document  a catalogue, all of which is wanted */
    public static function hasLineUp(array $document): bool
    {
        $want = [];
        foreach ($document['packages'] as $package) {
            foreach ($package['kind'] === 'game' || $package['kind'] === 'runtime' ? [] : $package['releases'] as $release) {
                $want[] = ['id' => $package['id'], 'range' => '='.$release['version']];
            }
        }
        if ($document['unread'] !== []) {
            return false;
        }
        $catalogue = (new CatalogueReader())->read(json_encode($document, JSON_THROW_ON_ERROR));
        $request = (new RequestReader())->read(
            json_encode(['format' => 'stasimon/request', 'revision' => 1, 'want' => $want], JSON_THROW_ON_ERROR),
            $catalogue,
        );

        return (new Resolver($catalogue))->resolve($request) instanceof Resolved;
    }

    /**
     * The framework's word on each set: nothing for one that is whole, otherwise what it did not resolve.
     *
     * @param  list<list<string>>  $sets  paths
     * @return list<list<string>>
     */
    public static function judged(array $sets): array
    {
        $classes = sys_get_temp_dir().'/stasimon-judge-'.getmypid();
        (new Process(['javac', '-d', $classes, '-cp', self::FRAMEWORK, dirname(__DIR__).'/Reference/osgi/Judge.java']))->mustRun();
        $process = new Process(['java', '-cp', $classes.':'.self::FRAMEWORK, 'Judge'], timeout: 600);
        $process->setInput(implode("\n", array_map(fn (array $set): string => implode("\t", $set), $sets))."\n");
        $answers = explode("\n", trim($process->mustRun()->getOutput()));
        (new Process(['rm', '-rf', $classes]))->run();
        if (count($answers) !== count($sets)) {
            throw new RuntimeException('The framework did not answer for every set: '.$process->getErrorOutput());
        }

        return array_map(fn (string $answer): array => $answer === 'whole' ? [] : explode("\t", $answer), $answers);
    }

    /** @return list<string> the bundles that Debian's packages have brought, each file once */
    public static function real(): array
    {
        $files = array_values(array_unique(array_filter(array_map(realpath(...), glob('/usr/share/java/*.jar') ?: []))));
        $document = self::document($files);
        $names = [];
        foreach ($document['packages'] as $package) {
            foreach ($package['kind'] === 'library' || $package['kind'] === 'mod' ? $package['releases'] : [] as $release) {
                $names[$release['files'][0]['name']] = true;
            }
        }

        return array_values(array_filter($files, fn (string $file): bool => isset($names[basename($file)])));
    }

    /**
     * Sets of bundles: some with all that the first needs, as far as somebody has it, some with less.
     *
     * @param  list<string>  $bundles
     * @param  bool  $alike  whether two of a set may export the same package
     * @return list<list<string>>
     */
    public static function sets(array $bundles, int $count, Randomizer $dice, bool $alike = false): array
    {
        $document = self::document($bundles);
        $providers = $needs = $pathOf = $packages = [];
        foreach ($document['packages'] as $package) {
            foreach ($package['releases'] as $release) {
                $file = $release['files'][0]['name'] ?? null;
                if ($file === null) {
                    continue;
                }
                foreach ([$package['id'], ...array_column($release['provides'] ?? [], 'id')] as $id) {
                    $providers[$id][] = $file;
                }
                $needs[$file] = $release['needs'] ?? [];
                $packages[$file] = array_values(
                    array_unique(
                        array_filter(array_column($release['provides'] ?? [], 'id'), fn (string $id): bool => str_starts_with($id, 'pkg.')),
                    ),
                );
            }
        }
        foreach ($bundles as $bundle) {
            $pathOf[basename($bundle)] = $bundle;
        }
        $sets = [];
        while (count($sets) < $count) {
            $open = [array_keys($needs)[$dice->getInt(0, count($needs) - 1)]];
            $set = [];
            $leaves = $dice->getInt(0, 2) === 0;
            while ($open !== []) {
                $file = array_pop($open);
                if (isset($set[$file])) {
                    continue;
                }
                $set[$file] = true;
                foreach ($needs[$file] as $need) {
                    $from = $providers[$need['id'] ?? $need['anyOf'][0]['id']] ?? [];
                    if ($from !== [] && ! ($leaves && $dice->getInt(0, 5) === 0)) {
                        $open[] = $from[$dice->getInt(0, count($from) - 1)];
                    }
                }
            }
            // Two that export the same package are judged by what is used through them ("uses"), which descriptors do not say here.
            $exports = array_merge(...array_map(fn (string $file): array => $packages[$file] ?? [], array_keys($set)));
            if ($alike || count($exports) === count(array_unique($exports))) {
                $sets[] = array_map(fn (string $file): string => $pathOf[$file], array_keys($set));
            }
        }

        return $sets;
    }

    /**
     * The same bundles with other versions and ranges in their manifests, and nothing else in them: the framework resolves
     * by these alone.
     *
     * @param  list<string>  $set
     * @return list<string>
     */
    public static function rewritten(array $set, string $folder, Randomizer $dice): array
    {
        $number = fn (int $most): string => (string) $dice->getInt(0, $most);
        $version = fn (): string => implode(
            '.',
            array_slice([$number(3), $number(2), $number(1), ['v2', 'qualifier', '10', '9'][$dice->getInt(0, 3)]], 0, $dice->getInt(1, 4)),
        );
        $range = fn (): string => match ($dice->getInt(0, 5)) {
            0, 1 => $version(),
            2, 3 => '"'.['[', '('][$dice->getInt(0, 1)].$version().','.(1 + $dice->getInt(0, 4)).'.0)"',
            4 => "\"[{$version()},{$version()}]\"",
            default => '0.0.0',
        };
        $paths = [];
        foreach ($set as $path) {
            $zip = new \ZipArchive();
            $zip->open($path);
            $text = preg_replace('/\r?\n /', '', (string) $zip->getFromName('META-INF/MANIFEST.MF'));
            $lines = [];
            foreach (preg_split('/\r?\n/', explode("\n\n", str_replace("\r\n", "\n", (string) $text))[0]) ?: [] as $line) {
                $line =
                    preg_match('/^(?:Import-Package|Require-Bundle|Fragment-Host): /', $line) === 1
                        ? (string) preg_replace_callback(
                            '/((?:bundle-)?version)=(?:"[^"]*"|[^;,"]*)/',
                            fn (array $part): string => $dice->getInt(0, 2) === 0 ? "{$part[1]}={$range()}" : $part[0],
                            $line,
                        )
                        : $line;
                $line =
                    preg_match('/^(?:Export-Package|Bundle-Version): /', $line) === 1
                        ? (string) preg_replace_callback(
                            '/((?<![-\w])version=|^Bundle-Version: )(?:"[^"]*"|[^;,"\s]*)/',
                            fn (array $part): string => $dice->getInt(0, 9) === 0 ? $part[1].$version() : $part[0],
                            $line,
                        )
                        : $line;
                // Lines of 72 bytes, continued after a space: JAR File Specification.
                $lines[] = implode("\r\n ", str_split($line, 70));
            }
            $file = "{$folder}/".basename($path);
            $new = new \ZipArchive();
            $new->open($file, \ZipArchive::CREATE | \ZipArchive::OVERWRITE);
            $new->addFromString('META-INF/MANIFEST.MF', implode("\r\n", array_filter($lines))."\r\n");
            $new->close();
            $paths[] = $file;
        }

        return $paths;
    }
}

<?php

declare(strict_types=1);

// Real archives, as Debian's packages bring them, read by us and by the programs that everybody uses: unzip, javap (The Java
// Virtual Machine Specification, table 4.1-A) and monodis (ECMA-335). None of them is ours.

use Stasimon\Core\Evidence\Evidence;
use Stasimon\Core\Evidence\Metadata;
use Stasimon\Core\Evidence\VersionResource;
use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Symfony\Component\Process\Process;

/** @return list<string> */
function realFiles(string ...$patterns): array
{
    return array_values(
        array_unique(
            array_filter(
                array_map(realpath(...), array_merge(...array_map(fn (string $pattern): array => glob($pattern) ?: [], $patterns))),
            ),
        ),
    );
}

it('refuses no ordinary archive, and finds in each what unzip finds', function (): void {
    $jars = realFiles('/usr/share/java/*.jar', '/usr/share/maven/lib/*.jar');
    expect(count($jars))->toBeGreaterThan(20);
    foreach ($jars as $jar) {
        if (basename($jar) === 'bnd-5.0.1.jar') {
            // One of its templates, a ZIP archive in it, has a link to somewhere else: that one is rightly refused.
            expect(fn () => Archive::lookInto($jar, 'bnd'))->toThrow(UnsafeArchive::class, 'is a link to somewhere else');

            continue;
        }
        $listed = array_filter(
            explode("\n", (new Process(['unzip', '-Z1', $jar], env: ['LC_ALL' => 'C.UTF-8']))->mustRun()->getOutput()),
            fn (string $name): bool => $name !== '' && ! str_ends_with($name, '/'),
        );
        $read = array_map(fn (ArchiveEntry $entry): string => $entry->path, Archive::lookInto($jar, basename($jar))->entries);
        expect($read)->toBe(array_values($listed), $jar);
        $classes = array_filter(
            $listed,
            fn (string $name): bool => str_ends_with($name, '.class') &&
                ! str_starts_with($name, 'META-INF/versions/') &&
                basename($name) !== 'module-info.class',
        );
        $packages = array_values(array_unique(array_map(fn (string $name): string => strtr(dirname($name), '/', '.'), $classes)));
        $facts = (new Evidence())->of($jar);
        expect(array_values(array_diff($packages, $facts->namespaces)))->toBe([], $jar);
    }
});

it('reads the level of classes as javap does', function (): void {
    $seen = [];
    foreach (realFiles('/usr/share/java/*.jar') as $jar) {
        $facts = (new Evidence())->of($jar);
        if ($facts->level === 0 || str_contains($facts->witness, ', ') || isset($seen[$facts->level])) {
            continue;
        }
        $seen[$facts->level] = true;
        $told = (new Process(['javap', '-v', '-cp', $jar, strtr(substr($facts->witness, 0, -6), '/', '.')]))->mustRun()->getOutput();
        expect($told)->toContain("major version: {$facts->level}\n");
    }
    expect(count($seen))->toBeGreaterThan(1);
});

it('reads names, versions, references and attributes of assemblies as monodis does', function (): void {
    $assemblies = realFiles('/usr/lib/mono/*/*.dll', '/usr/lib/mono/*/*/*.dll', '/usr/lib/mono/*/*/*/*.dll');
    expect(count($assemblies))->toBeGreaterThan(3);
    foreach ($assemblies as $file) {
        $metadata = Metadata::of((string) file_get_contents($file));
        $told = fn (string $part): string => (new Process(['monodis', $part, $file]))->mustRun()->getOutput();
        preg_match('/^Name:\s+(.*)$/m', $told('--assembly'), $name);
        preg_match('/^Version:\s+(.*)$/m', $told('--assembly'), $version);
        preg_match_all('/^\d+: Version=(.*)\n\s*Name=(.*)$/m', $told('--assemblyref'), $references);
        if (preg_match('/AssemblyFileVersionAttribute::.*\["(.*)"\]/', $told('--customattr'), $says) === 1) {
            $withVersion = ($withVersion ?? 0) + 1;
            expect(VersionResource::of((string) file_get_contents($file))['fileVersion'] ?? '')->toBe($says[1], $file);
        }
        expect($metadata?->assembly())
            ->toBe(['name' => trim($name[1] ?? ''), 'version' => trim($version[1] ?? '')])
            ->and(array_map(fn (array $one): string => $one['version'].' '.$one['name'], $metadata?->references() ?? []))
            ->toBe(
                array_map(fn (string $version, string $name): string => trim($version).' '.trim($name), $references[1], $references[2]),
            )
            ->and(($metadata?->attribute('TargetFrameworkAttribute') ?? '') !== '')
            ->toBe(preg_match('/Assembly: *\d+:.*TargetFrameworkAttribute/', $told('--customattr')) === 1);
    }
    expect($withVersion ?? 0)->toBeGreaterThan(3);
});

it('reads a JAR file that a shell can start, as unzip does', function (): void {
    $jar = realFiles('/usr/share/java/*.jar')[0];
    $file = tempnam(sys_get_temp_dir(), 'jar').'.jar';
    file_put_contents($file, "#!/bin/sh\nexec java -jar \"\$0\" \"\$@\"\n".file_get_contents($jar));
    try {
        expect(array_map(fn (ArchiveEntry $entry): string => $entry->path, Archive::read($file, 'it')->entries))
            ->toBe(array_map(fn (ArchiveEntry $entry): string => $entry->path, Archive::read($jar, 'it')->entries))
            ->and((new Evidence())->of($file)->level)
            ->toBe((new Evidence())->of($jar)->level);
    } finally {
        unlink($file);
    }
});

<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Registry;

use App\Depots\Depot;
use App\Depots\Protocol\Asking\FileAt;
use App\Depots\Protocol\ChangeFeed;
use App\Depots\Protocol\Description;
use App\Depots\Protocol\Protocol;
use ArrayIterator;
use Closure;
use Stasimon\Core\Pack\Listing;

/** Packs in a registry, by digest, with tags as their channels: docs/formats/depot.md, "A registry of packs". */
final class RegistryProtocol implements Protocol
{
    /** Of a file's path in a depot's list, which has no colon: sha256:… as sha256-… */
    private const BLOB = '~^v2/(.+)/blobs/sha256-([0-9a-f]{64})$~D';

    private readonly Registry $registry;

    public function __construct(private readonly Depot $depot)
    {
        $this->registry = new Registry($depot);
    }

    public static function kind(): string
    {
        return 'a registry of packs';
    }

    public function describe(): Description
    {
        $this->registry->meet();

        return new Description('Packs at '.preg_replace('#^https?://#', '', $this->depot->url), false);
    }

    /** Nothing but packs. */
    public function changes(int $since, Closure $progress): ChangeFeed
    {
        return ChangeFeed::read($this->depot->name, new ArrayIterator([json_encode(
            ['sequence' => $since, 'changes' => [], 'packs' => Listing::FILE],
            JSON_THROW_ON_ERROR,
        )]));
    }

    public function packages(ChangeFeed $changes, int $since, array $portion): iterable
    {
        return [];
    }

    public function packs(): string
    {
        $packs = [];
        $asked = 0;
        foreach ($this->registry->repositories() as $repository) {
            $found = $tagged = [];
            foreach ($this->registry->tags($repository) as $tag) {
                if (++$asked > Listing::MOST) {
                    break 2;
                }
                [$manifest, $digest] = $this->registry->manifest($repository, $tag) ?? [null, ''];
                $artifact = $manifest === null ? null : PackArtifact::read($manifest);
                if ($artifact !== null) {
                    $found[$digest] = $artifact;
                    $tagged[$digest][] = $tag;
                }
            }
            foreach ($found as $digest => $artifact) {
                $packs[] = $this->entry($repository, $artifact, $tagged[$digest]);
            }
        }

        // A registry has tags in no order; what was made in the same second comes by its number.
        usort($packs, fn (array $a, array $b): int => strnatcmp(PackTag::written($a), PackTag::written($b)));

        return json_encode(['format' => Listing::FORMAT, 'revision' => 1, 'packs' => $packs], JSON_THROW_ON_ERROR);
    }

    /**
     * @param  list<string>  $tags
     * @return array<string, mixed> as a depot lists it; what is not as it should be is told by whoever reads it
     */
    private function entry(string $repository, PackArtifact $artifact, array $tags): array
    {
        $said = json_decode($this->registry->piece($repository, $artifact->config), true, 16);
        $said = is_array($said) ? $said : [];
        $version = is_string($said['version'] ?? null) ? $said['version'] : '';

        return [
            'channels' => array_values(array_filter($tags, fn (string $tag): bool => $tag !== PackTag::of($version))),
            'file' => ['path' => "v2/{$repository}/blobs/sha256-{$artifact->file}", 'size' => $artifact->size, 'sha256' => $artifact->file],
        ] + $said;
    }

    public function file(string $path): FileAt
    {
        if (preg_match(self::BLOB, $path, $found) !== 1) {
            return FileAt::of($this->depot, $this->registry->address->at($path));
        }
        $header = array_filter(['Authorization' => $this->registry->headerFor($found[1])]);

        return new FileAt($this->registry->address->at("v2/{$found[1]}/blobs/sha256:{$found[2]}"), $header);
    }
}

<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Registry;

use stdClass;

/**
 * A release of a pack as a registry has it: a manifest whose config says what a depot lists of a pack, and whose one layer is its file
 * (OCI Image Specification 1.1, "Guidelines for Artifact Usage").
 */
final readonly class PackArtifact
{
    public const TYPE = 'application/vnd.stasimon.pack.v1';

    private const CONFIG = 'application/vnd.stasimon.pack.v1+json';

    private const LAYER = 'application/vnd.stasimon.pack.v1+zip';

    private const DIGEST = '/^sha256:([0-9a-f]{64})$/D';

    /**
     * @param  string  $config  SHA-256
     * @param  string  $file  SHA-256
     * @param  int  $size  of the file, in bytes
     */
    private function __construct(public string $config, public string $file, public int $size)
    {
    }

    /** Null for a manifest of something else. */
    public static function read(stdClass $manifest): ?self
    {
        $layer = is_array($manifest->layers ?? null) ? $manifest->layers[0] ?? null : null;
        $config = $manifest->config ?? null;
        $isPack = ($config->mediaType ?? '') === self::CONFIG && ($layer->mediaType ?? '') === self::LAYER;
        $digest = fn (mixed $of): string => is_string($of) && preg_match(self::DIGEST, $of, $found) === 1 ? $found[1] : '';
        $of = [$digest($config->digest ?? null), $digest($layer->digest ?? null)];

        return $isPack && $of[0] !== '' && $of[1] !== '' && is_int($layer->size ?? null) ? new self($of[0], $of[1], $layer->size) : null;
    }

    /**
     * The manifest of one.
     *
     * @param  string  $config  what a depot would list of it, as JSON
     * @param  array<string, string>  $notes  annotations, as the specification names them
     */
    public static function written(string $config, string $file, int $size, string $name, array $notes): string
    {
        return json_encode([
            'schemaVersion' => 2,
            'mediaType' => Registry::MANIFEST,
            'artifactType' => self::TYPE,
            'config' => ['mediaType' => self::CONFIG, 'digest' => 'sha256:'.hash('sha256', $config), 'size' => strlen($config)],
            'layers' => [[
                'mediaType' => self::LAYER,
                'digest' => "sha256:{$file}",
                'size' => $size,
                'annotations' => ['org.opencontainers.image.title' => $name],
            ]],
            'annotations' => $notes,
        ], JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Plan\PlanDocument;

/** A hand-off as a JSON document: docs/formats/hand-off.schema.json. */
final class HandOffDocument
{
    public const FORMAT = 'stasimon/hand-off';

    public static function write(HandOff $given, Carried $carried = new Carried()): string
    {
        $plan = (array) json_decode(PlanDocument::write($given->plan->applied()));
        foreach (['putBack', 'restore', 'updating', 'own', 'pack', 'worlds'] as $once) {
            unset($plan[$once]);
        }
        $releases = [];
        foreach ($given->releases as $id => $version) {
            $releases[] =
                ['id' => (string) $id, 'version' => $version] + (isset($given->digests[$id]) ? ['sha256' => $given->digests[$id]] : []);
        }

        return json_encode(
            ['format' => self::FORMAT, 'revision' => 1, 'name' => $given->name, 'plan' => $plan, 'releases' => $releases] +
                array_filter(
                    ['stages' => array_map(fn (WrittenStage $stage): array => $stage->fields(), $given->stages)] + $carried->fields(),
                ),
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        )."\n";
    }

    /**
     * What a document carries; the files themselves are beside it, in an archive.
     *
     * @throws UnusableHandOff
     */
    public static function carried(string $json): Carried
    {
        try {
            return Carried::read(Node::ofJson($json));
        } catch (UnusableDocument $failure) {
            throw UnusableHandOff::because('That hand-off cannot be read: '.$failure->getMessage());
        }
    }

    /** Whether a text is such a document, usable or not. */
    public static function isOne(string $json): bool
    {
        return preg_match('/^\s*\{/', $json) === 1 && preg_match('~"stasimon\\\\?/hand-off"~', substr($json, 0, 4_000)) === 1;
    }

    /** @throws UnusableHandOff */
    public static function read(string $json): HandOff
    {
        try {
            $node = Node::ofJson($json);
            $node->expectFormat(self::FORMAT);
            $releases = $digests = [];
            foreach ($node->listed('releases') as $release) {
                $id = $release->field('id')->id();
                $releases[$id] = $release->field('version')->text();
                $digest = $release->optional('sha256')?->text();
                if ($digest !== null) {
                    $digests[$id] =
                        preg_match('/^[0-9a-f]{64}$/D', $digest) === 1
                            ? $digest
                            : throw $release->field('sha256')->wrong('64 digits of a SHA-256 are expected.');
                }
            }

            return new HandOff(
                $node->field('name')->text(),
                PlanDocument::of($node->field('plan'))->applied(),
                $releases,
                $digests,
                array_map(WrittenStage::read(...), $node->listed('stages')),
            );
        } catch (UnusableDocument $failure) {
            throw UnusableHandOff::because('That hand-off cannot be read: '.$failure->getMessage());
        }
    }
}

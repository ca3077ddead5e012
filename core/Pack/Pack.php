<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

use Stasimon\Core\Document\Limits;
use Stasimon\Core\Share\HandOff;

/** One release of a pack: a line-up that many use, with configs. */
final readonly class Pack
{
    /** Configs that one can have, and bytes of each. */
    public const CONFIGS = 5_000;

    public const LARGEST = 1_000_000;

    /**
     * @param  array<string, string>  $configs  path below the instance's folder => SHA-256 of its content
     * @param  string  $notes  what has changed in this release
     *
     * @throws UnusablePack
     */
    public function __construct(public string $id, public string $version, public HandOff $lineUp, public string $summary = '', public string $licence = '', public string $notes = '', public array $configs = [])
    {
        if (preg_match('/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D', $id) !== 1) {
            throw UnusablePack::because('Its id is none: lower-case letters, digits and . _ + - are allowed, a letter or digit first.');
        }
        if ($version === '' || mb_strlen($version) > Limits::VERSION || preg_match('/[\x00-\x1f\x7f]/', $version) === 1) {
            throw UnusablePack::because('Its release has no version of at most '.Limits::VERSION.' characters on one line.');
        }
        if (mb_strlen($summary) > Limits::SUMMARY || mb_strlen($licence) > Limits::NAME || mb_strlen($notes) > Limits::NOTES) {
            throw UnusablePack::because('Its summary, licence or change notes are too long.');
        }
        if ($lineUp->releases === []) {
            throw UnusablePack::because('It does not say which releases it consists of.');
        }
        if (count($configs) > self::CONFIGS) {
            throw UnusablePack::because('It has more than '.number_format(self::CONFIGS).' configs.');
        }
        foreach ($configs as $path => $digest) {
            self::checkPath((string) $path);
            if (preg_match('/^[0-9a-f]{64}$/D', $digest) !== 1) {
                throw UnusablePack::because("{$path} has no SHA-256.");
            }
        }
    }

    public function name(): string
    {
        return $this->lineUp->name;
    }

    /** @throws UnusablePack for what leads out of a folder, or cannot lie in one */
    private static function checkPath(string $path): void
    {
        $parts = explode('/', $path);
        $isOdd = $path === '' || strlen($path) > Limits::PATH || count($parts) < 2 || ! mb_check_encoding($path, 'UTF-8') || preg_match('/[\x00-\x1f\x7f\\\\:*?"<>|]/', $path) === 1;
        if ($isOdd || array_intersect($parts, ['', '.', '..']) !== []) {
            throw UnusablePack::because('It has a config at "'.mb_strimwidth(mb_scrub((string) preg_replace('/[\x00-\x1f\x7f]/', '?', $path)), 0, 60, '…').'", which is no path in a folder of an instance.');
        }
    }
}

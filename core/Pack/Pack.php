<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

use Stasimon\Core\Document\Limits;
use Stasimon\Core\Share\Carried;
use Stasimon\Core\Share\HandOff;

/** One release of a pack: a line-up that many use, with configs. */
final readonly class Pack
{
    /**
     * @param  string  $notes  what has changed in this release
     * @param  string  $picture  SHA-256 of it; nothing where there is none
     *
     * @throws UnusablePack
     */
    public function __construct(
        public string $id,
        public string $version,
        public HandOff $lineUp,
        public string $summary = '',
        public string $licence = '',
        public string $notes = '',
        public Carried $carried = new Carried(),
        public string $picture = '',
    ) {
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
        if ($picture !== '' && ! Carried::isDigest($picture)) {
            throw UnusablePack::because('Its picture has no SHA-256.');
        }
    }

    public function name(): string
    {
        return $this->lineUp->name;
    }
}

<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Files;

use Stasimon\Core\Catalogue\Provision;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Repository\Coordinates;
use Stasimon\Core\Evidence\Repository\EffectivePom;

/** What a file is, in the words of docs/formats/depot.md: a package, and one release of it. */
final readonly class Said
{
    /**
     * @param  array<string, mixed>  $package
     * @param  array<string, mixed>  $release
     */
    private function __construct(public string $id, private array $package, private array $release)
    {
    }

    /** @param  Coordinates|null  $known  under which a repository has it, and others name it */
    public static function described(Described $said, ?Coordinates $known = null): self
    {
        $release = $said->said()->written();
        if ($known !== null) {
            $also = new Provision(Coordinates::id($known->group, $known->artifact), $known->version);
            $provides = is_array($release['provides'] ?? null) ? $release['provides'] : [];
            $release['provides'] = [...$provides, ['id' => $also->id, 'version' => $also->version]];
        }

        return new self($said->id, [
            'kind' => $said->kind->value,
            'name' => $said->name === '' ? $said->id : $said->name,
            'side' => $said->side === '' ? 'both' : $said->side,
            'scheme' => $said->scheme->value,
            'syntax' => $said->syntax->value,
        ], $release);
    }

    public static function pom(EffectivePom $pom): self
    {
        $id = Coordinates::id($pom->coordinates->group, $pom->coordinates->artifact);
        $name = $pom->name === '' || str_contains($pom->name, '${') ? $pom->coordinates->artifact : $pom->name;
        $moved = $pom->movedTo;
        $to = $moved === null ? '' : Coordinates::id($moved->group, $moved->artifact);
        $notice = ['kind' => 'replaced', 'text' => "Its repository says that it is {$moved?->words()} now.", 'understudy' => $to];

        return new self($id, [
            'kind' => 'library',
            'name' => mb_substr($name, 0, Limits::NAME),
            'summary' => mb_substr((string) preg_replace('/\s+/u', ' ', mb_scrub($pom->summary)), 0, Limits::SUMMARY),
            'scheme' => 'maven',
            'syntax' => 'interval',
        ] + ($to === '' || $to === $id ? [] : ['notices' => [$notice]]), $pom->said()->written());
    }

    /** With what has changed in it. */
    public function with(string $notes): self
    {
        $notes = mb_substr($notes, 0, Limits::NOTES);

        return $notes === '' ? $this : new self($this->id, $this->package, ['notes' => $notes] + $this->release);
    }

    public function json(): string
    {
        return json_encode(
            $this->package + ['release' => $this->release],
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }
}

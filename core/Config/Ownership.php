<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

use Stasimon\Core\Game\ConfigForm;

/**
 * Finds whose a config is: by its name, by an archive that brings it, or because it appeared in the first launch after one mod
 * came. What could be several packages' is nobody's. That configs are named after their mods, often with a word for the side
 * or the purpose behind, is common practice.
 */
final readonly class Ownership
{
    /** Words behind the name of a mod that say which of its configs it is. */
    private const BEHIND = '/[-_. ](?:client|server|common|startup|config|settings|options|general|main|mod|world)$/';

    /** @var array<string, list<string>> a name without signs => ids of packages that are called so */
    private array $named;

    /**
     * @param  array<string, string>  $here  id => title, of the line-up without its base
     * @param  array<string, string>  $gone  the same of what was in it once
     */
    public function __construct(private ConfigForm $form, private array $here, private array $gone = [])
    {
        $named = [];
        foreach ($here + $gone as $id => $title) {
            foreach (array_unique([self::plain((string) $id), self::plain($title)]) as $name) {
                $named[$name][] = (string) $id;
            }
        }
        $this->named = $named;
    }

    /**
     * @param  list<string>  $bringing  ids of packages whose archives bring it
     * @param  list<string>  $came  ids of packages that were new in the launch that it appeared in
     */
    public function of(string $path, array $bringing = [], array $came = []): ?Owner
    {
        $name = $this->form->namedAfter($path);
        $byName = $name === null ? [] : $this->called($name);
        $bringing = array_values(array_unique($bringing));
        // A library comes with what needs it, so of two that came nobody can tell.
        $came = array_values(array_intersect($came, array_map(strval(...), array_keys($this->here + $this->gone))));

        return match (true) {
            count($byName) === 1 => $this->owner($byName[0], 'by its name'),
            count($bringing) === 1 => $this->owner($bringing[0], 'its archive brings it'),
            count($came) === 1 => $this->owner($came[0], 'it appeared in the first launch with it'),
            default => null,
        };
    }

    /** @return list<string> ids of packages that are called so, with or without a word behind */
    private function called(string $name): array
    {
        for ($left = $name; ; $left = $shorter) {
            $ids = $this->named[self::plain($left)] ?? [];
            $here = array_values(array_filter($ids, fn (string $id): bool => isset($this->here[$id])));
            if ($ids !== []) {
                // What is here counts before what once was.
                return $here === [] ? $ids : $here;
            }
            $shorter = (string) preg_replace(self::BEHIND, '', $left);
            if ($shorter === $left) {
                return [];
            }
        }
    }

    private function owner(string $id, string $how): Owner
    {
        return new Owner($id, $this->here[$id] ?? $this->gone[$id] ?? $id, $how, isset($this->here[$id]));
    }

    private static function plain(string $name): string
    {
        return (string) preg_replace('/[^\pL\pN]+/u', '', mb_strtolower($name));
    }
}

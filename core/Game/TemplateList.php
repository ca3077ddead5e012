<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Catalogue\Kind;

/** A line of a template that names every file of some kinds. */
final readonly class TemplateList
{
    /**
     * @param  string  $each  what is written for a file, with {path} {id} {version} filled in
     * @param  list<Kind>  $of  kinds of files
     */
    public function __construct(public string $begin, public string $each, public string $join, public array $of)
    {
    }

    /** @return array{begin: string, each: string, join: string, of: list<string>} */
    public function document(): array
    {
        return [
            'begin' => $this->begin,
            'each' => $this->each,
            'join' => $this->join,
            'of' => array_map(fn (Kind $kind): string => $kind->value, $this->of),
        ];
    }

    /**
     * @param  array<string, string>  $values  placeholder => what takes its place
     * @param  list<PlacedFile>  $files
     */
    public function text(array $values, array $files): string
    {
        $entries = [];
        foreach ($files as $file) {
            if (in_array($file->kind, $this->of, true)) {
                $entries[] = LaunchForm::filled(
                    $this->each,
                    ['path' => $file->path, 'id' => $file->id, 'version' => $file->version] + $values,
                );
            }
        }

        return LaunchForm::filled($this->begin, $values).implode($this->join, $entries);
    }
}

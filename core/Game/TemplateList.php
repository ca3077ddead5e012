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
    public function __construct(private string $begin, private string $each, private string $join, public array $of)
    {
    }

    public function source(): string
    {
        return $this->begin.$this->each.$this->join.'…';
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
                $entries[] = LaunchForm::filled($this->each, ['path' => $file->path, 'id' => $file->id, 'version' => $file->version] + $values);
            }
        }

        return LaunchForm::filled($this->begin, $values).implode($this->join, $entries);
    }
}

<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** Of one kind a game uses one at a time: the setting that says which. */
final readonly class ActiveSetting
{
    /**
     * @param  string  $file  the path of a config inside the instance
     * @param  string  $key  with dots between its levels
     * @param  string  $value  what it is for one of them; "{file}" stands for the name of its file
     */
    private function __construct(public string $file, public string $key, private string $value)
    {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        $value = $node->optional('value')?->words(Limits::RANGE) ?? '{file}';
        if (! str_contains($value, '{file}')) {
            throw $node->field('value')->wrong('It has to name the one that is active: {file} stands for its file.');
        }

        return new self(InnerPath::read($node->field('file')), $node->field('key')->words(Limits::RANGE), $value);
    }

    /** Where it is said, as it stands behind the folder. */
    public function words(): string
    {
        return ", the active one by {$this->key} = {$this->value} in {$this->file}";
    }

    /** @param  string  $path  where the file of one lies */
    public function valueFor(string $path): string
    {
        return str_replace('{file}', basename($path), $this->value);
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Forms;

use App\Shelf\Incoming;
use App\Shelf\Slices;
use Illuminate\Http\UploadedFile;

/** A form that brings one file: with it, or, where it is large, in slices before it. */
trait BringsFile
{
    /** @return array<string, list<string>> rules for the two ways */
    private static function fileRules(string ...$instead): array
    {
        return [
            'file' => ['required_without_all:'.implode(',', ['come', ...$instead]), 'file', 'max:51200'],
            'come' => ['nullable', 'string', 'max:26'],
        ];
    }

    /** @return array<string, string> */
    private static function fileMessages(string $choose): array
    {
        return [
            'file.required_without_all' => $choose,
            'file.*' => 'That file did not come whole, or has more than 50 MB, which a browser sends in slices only where scripts run.',
            'come.*' => 'That file is not being taken in any more. Choose it again.',
        ];
    }

    /** Where it lies. */
    public function archive(): string
    {
        return $this->upload()?->getPathname() ?? Incoming::path((string) $this->validated('come'));
    }

    /** How whoever brought it calls it. */
    public function name(): string
    {
        return Slices::name($this->upload()?->getClientOriginalName() ?? Incoming::name((string) $this->validated('come')), 80);
    }

    private function upload(): ?UploadedFile
    {
        $file = $this->file('file');

        return $file instanceof UploadedFile ? $file : null;
    }
}

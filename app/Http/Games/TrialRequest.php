<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Access\Access;
use App\View\Games\GameWorkbench;
use Illuminate\Http\UploadedFile;

/** A definition that is to be tried by a launch, with the files that go in and the digest of the commands that were seen. */
final class TrialRequest extends WorkbenchRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'agreed' => ['required', 'string', 'regex:/^[0-9a-f]{64}$/D'],
            'folder' => ['nullable', 'string', 'max:1000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['agreed.*' => 'Look at the command first. Nothing was launched.', 'folder.*' => 'That is no folder.'] + parent::messages();
    }

    /** Where the game is; nothing where that is not known. */
    public function folder(Access $access): string
    {
        $folder = (string) $this->validated('folder');

        return $folder === '' ? '' : $access->folder($folder);
    }

    /** @return list<UploadedFile> what is no log, and goes in */
    public function mods(): array
    {
        $isMod = fn (UploadedFile $file): bool => ! GameWorkbench::isLog(mb_scrub($file->getClientOriginalName()));

        return array_values(array_filter($this->uploads(), $isMod));
    }
}

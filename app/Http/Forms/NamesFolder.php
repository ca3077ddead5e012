<?php

declare(strict_types=1);

namespace App\Http\Forms;

use App\Access\Access;
use App\Access\OpeningKind;
use App\Refusal\Refusal;
use Illuminate\Foundation\Http\FormRequest;

/**
 * A form that names a folder of this machine, and may say in the same act for how long it may be read.
 *
 * @mixin FormRequest
 */
trait NamesFolder
{
    /** @return array<string, list<string>> */
    protected static function folderRules(bool $required = true): array
    {
        return [
            'path' => [$required ? 'required' : 'nullable', 'string', 'max:1000'],
            'open' => ['sometimes', 'nullable', 'in:1,24,good'],
        ];
    }

    /** Hours for which something is opened; null for as long as nobody closes it. */
    protected static function hours(string $for): ?int
    {
        return $for === 'good' ? null : (int) $for;
    }

    /**
     * The folder, opened first where the form says so.
     *
     * @throws Refusal for one that may not be read
     */
    public function folder(Access $access): string
    {
        $path = (string) $this->validated('path');
        $for = (string) $this->validated('open');
        if ($for !== '') {
            $access->open(OpeningKind::Folder, $path, self::hours($for));
        }

        return $access->folder($path);
    }
}

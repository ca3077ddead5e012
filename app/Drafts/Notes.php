<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Instance;
use Illuminate\Support\Facades\DB;

/** A person's own notes about packages in an instance; nothing takes them away. */
final class Notes
{
    public function of(Instance $instance, string $package): string
    {
        return (string) DB::table('notes')->where('instance_id', $instance->id)->where('package_id', $package)->value('text');
    }

    /** An empty text takes the note away. */
    public function keep(Instance $instance, string $package, string $text): void
    {
        $text === ''
            ? DB::table('notes')->where('instance_id', $instance->id)->where('package_id', $package)->delete()
            : DB::table('notes')->upsert(
                [['instance_id' => $instance->id, 'package_id' => $package, 'text' => $text]],
                ['instance_id', 'package_id'],
            );
    }
}

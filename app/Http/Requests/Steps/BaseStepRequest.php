<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

use Stasimon\Core\Document\Limits;

/** Another build, another runtime, or more or less memory. */
final class BaseStepRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'build' => ['required_without_all:runtime,memory', 'string', 'max:'.Limits::VERSION],
            'runtime' => ['required_without_all:build,memory', 'string', 'max:'.Limits::VERSION],
            'memory' => ['required_without_all:build,runtime', 'integer', 'between:64,65536'],
        ];
    }

    public function memory(): ?int
    {
        $memory = $this->validated('memory');

        return $memory === null ? null : (int) $memory;
    }
}

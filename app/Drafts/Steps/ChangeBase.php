<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Drafts\Bases;
use Closure;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Plan\Plan;

/** Another build of the loader, another runtime, or other memory. */
final readonly class ChangeBase extends Step
{
    public function __construct(private string $build = '', private string $runtime = '', private ?int $memory = null)
    {
    }

    public static function key(): string
    {
        return 'base';
    }

    public static function rules(): array
    {
        return [
            'build' => ['required_without_all:runtime,memory', 'string', 'max:'.Limits::VERSION],
            'runtime' => ['required_without_all:build,memory', 'string', 'max:'.Limits::VERSION],
            'memory' => ['required_without_all:build,runtime', 'integer', 'between:64,65536'],
        ];
    }

    public static function of(Fields $fields): self
    {
        return new self($fields->text('build'), $fields->text('runtime'), $fields->number('memory'));
    }

    public function fields(): array
    {
        return array_filter(['build' => $this->build, 'runtime' => $this->runtime, 'memory' => (string) $this->memory]);
    }

    public function keepsAll(): bool
    {
        return true;
    }

    public function change(Here $here): Closure
    {
        $catalogue = $here->catalogue();
        $base = $here->plan()->base;
        $chosen = (new Bases($catalogue->game, $catalogue))->plan(
            $base->gameVersion,
            $base->loader,
            $this->build ?: $base->loaderVersion,
            $this->runtime ?: $base->runtimeVersion,
            $this->memory ?? $base->memory,
        );

        return fn (Plan $plan): Plan => $plan->onBaseOf($chosen);
    }
}

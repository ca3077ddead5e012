<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Plan\Plan;

/**
 * One step in a draft: what it is called in an address, which fields a form has for it, and what it makes of a plan. A new one is a
 * class like this, a line in {@see Steps::ALL} and a button.
 */
abstract readonly class Step
{
    /** In an address. */
    abstract public static function key(): string;

    /** @return array<string, list<mixed>> the rules of its fields */
    abstract public static function rules(): array;

    abstract public static function of(Fields $fields): self;

    /** @return array<string, string> the fields of a form that takes it */
    abstract public function fields(): array;

    /**
     * Whatever has to be asked is asked here, before the draft is held.
     *
     * @return Closure(Plan): Plan
     *
     * @throws \App\Refusal\Refusal
     */
    abstract public function change(Here $here): Closure;

    /**
     * Whether all that a person asked for or decided stays so, on the same version of the game and the same loader, with worlds and
     * configs as they are.
     */
    public function keepsAll(): bool
    {
        return false;
    }

    /** @return array<string, string> what is said where a rule of its own is broken; the common ones have their words */
    public static function messages(): array
    {
        return [];
    }

    /** @return list<string> the rules for the id of a package */
    final protected static function id(): array
    {
        return ['bail', 'required', 'string', 'regex:/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D'];
    }

    /** @return array<string, list<mixed>> the rules for one package that is named, or several that are marked */
    final protected static function oneOrMarked(): array
    {
        return [
            'id' => ['required_without:ids', ...array_slice(self::id(), 2)],
            'ids' => ['required_without:id', 'array', 'min:1', 'max:200'],
            'ids.*' => self::id(),
        ];
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, string> as fields of a form
     */
    final protected static function marked(array $ids): array
    {
        return array_combine(array_map(fn (int $n): string => "ids[{$n}]", array_keys($ids)), $ids);
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Models\Instance;
use App\View\Base\BaseChoices;
use App\View\Base\BasePart;
use Illuminate\View\View;

/** What a part of the base sentence opens to, with what each choice would do; a fragment. */
final class BaseController
{
    public function show(Instance $instance, BasePart $part, BaseChoices $choices): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);

        return view('components.base-choices', [
            'instance' => $instance,
            'field' => $part->value,
            'choices' => $choices->of($instance, $part),
            'why' => $choices->why($instance, $part),
        ]);
    }
}

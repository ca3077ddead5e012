<?php

declare(strict_types=1);

namespace App\Http\Forms;

use App\Models\Instance;
use App\Models\Instances;
use App\Refusal\Refusal;
use Closure;

/** Does the same for several instances; what could not be done for one is said, and concerns no other. */
final class EachInstance
{
    /** Refusals that are said. */
    private const SAID = 3;

    /**
     * @param  list<string>  $ids
     * @param  string  $done  what has come of each, after "One instance is"
     * @param  Closure(Instance): mixed  $do  throws a refusal where it cannot be done
     * @return string what is said of all of them
     */
    public static function of(array $ids, string $done, Closure $do): string
    {
        $count = 0;
        $not = [];
        foreach ($ids as $id) {
            $instance = Instances::find($id, ['draft', 'placed', 'lastRehearsal', 'watch']);
            try {
                $instance ?? throw Refusal::notFound('One of them is not here any more.');
                $do($instance);
                $count++;
            } catch (Refusal $refusal) {
                $not[] = ($instance === null ? '' : "{$instance->name}: ").$refusal->getMessage();
            }
        }
        $said = $count === 0 ? 'None could be changed.' : ($count === 1 ? "One instance is {$done}." : "{$count} instances are {$done}.");
        $more = count($not) > self::SAID ? ' And '.(count($not) - self::SAID).' more could not.' : '';

        return trim("{$said} ".implode(' ', array_slice($not, 0, self::SAID)).$more);
    }
}

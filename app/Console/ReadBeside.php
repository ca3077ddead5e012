<?php

declare(strict_types=1);

namespace App\Console;

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Sync\Synchronising;
use Illuminate\Console\Command;

/** Reads a part of a depot for a worker that reads the rest of it; a line for each portion, with how many packages it has. */
final class ReadBeside extends Command
{
    protected $signature = 'stasimon:read-beside {depot} {since} {last}';

    protected $description = 'Read a part of a depot for a worker that reads the rest';

    protected $hidden = true;

    /** 0 where all of the part was read. */
    public function handle(Synchronising $synchronising): int
    {
        stream_set_blocking(STDIN, false);
        try {
            $depot = Depot::query()->findOrFail((int) $this->argument('depot'));
            foreach ($synchronising->part($depot, (int) $this->argument('since'), (int) $this->argument('last')) as $packages) {
                $this->line((string) $packages);
                // Whoever asked for it is gone.
                fread(STDIN, 1);
                if (feof(STDIN)) {
                    return self::FAILURE;
                }
            }
        } catch (DepotFailure $failure) {
            $this->getOutput()->getErrorStyle()->writeln($failure->getMessage());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }
}

<?php

declare(strict_types=1);

return [
    // Jobs that failed are kept where everything else is.
    'failed' => ['driver' => 'database-uuids', 'database' => 'pgsql', 'table' => 'failed_jobs'],
];

<?php

declare(strict_types=1);

use App\Findings\Rules\Abandoned;
use App\Findings\Rules\ApartFromServer;
use App\Findings\Rules\BuildNotRecommended;
use App\Findings\Rules\FailedRehearsal;
use App\Findings\Rules\FilesTouched;
use App\Findings\Rules\LinkedFolders;
use App\Findings\Rules\LittleMemory;
use App\Findings\Rules\LoadReported;
use App\Findings\Rules\MovedOn;
use App\Findings\Rules\Notices;
use App\Findings\Rules\NumbersTaken;
use App\Findings\Rules\OneActive;
use App\Findings\Rules\Overlaps;
use App\Findings\Rules\PackWentOn;
use App\Findings\Rules\PutThereByHand;
use App\Findings\Rules\Replaced;
use App\Findings\Rules\RuntimeMissing;
use App\Findings\Rules\RuntimeTooOld;
use App\Findings\Rules\Waived;
use App\Findings\Rules\WorldsAtRisk;
use App\Findings\Rules\WorldsGone;

// What a person should know about an instance: one class a rule, in the order in which they are told.

return [
    // Rules about the folder and about other instances, which are asked each time.
    'each_time' => [
        FilesTouched::class,
        PutThereByHand::class,
        WorldsGone::class,
        LinkedFolders::class,
        MovedOn::class,
        LoadReported::class,
        PackWentOn::class,
        ApartFromServer::class,
    ],

    // Rules about everything else.
    'settled' => [
        FailedRehearsal::class,
        WorldsAtRisk::class,
        Overlaps::class,
        Notices::class,
        Abandoned::class,
        Waived::class,
        BuildNotRecommended::class,
        RuntimeTooOld::class,
        RuntimeMissing::class,
        LittleMemory::class,
        NumbersTaken::class,
        Replaced::class,
        OneActive::class,
    ],
];

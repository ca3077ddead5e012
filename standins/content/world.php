<?php

declare(strict_types=1);

// The demo world: invented packages. A release is [version, game range, what it needs, more], where "more" may hold
// level (class-file level), channel, breaks, any (alternatives), file (what the descriptor in the archive says where it
// differs from what the depot says), recommended, kilobytes and memory (megabytes at run time).

$java8 = 52;
$java17 = 61;
$java21 = 65;
$v32 = '>=3.2.0 <3.3.0';
$v32up = '>=3.2.0';
$v3 = '>=3.0.4';
$both = ['halyard', 'capstan'];

return [
    // Loaders
    ['halyard', 'loader', 'Halyard', 'A light loader that follows new versions quickly.', [], 'both', [], [
        ['0.14.9', '>=3.0.4 <3.2.0', ['java' => '>=17'], ['recommended' => true]],
        ['0.15.11', '>=3.0.4 <3.3.0', ['java' => '>=17'], []],
        ['0.16.1', '>=3.1.4 <3.4.0', ['java' => '>=17'], []],
        ['0.16.4', '>=3.1.4 <3.4.0', ['java' => '>=17'], ['recommended' => true]],
        ['0.16.9', '>=3.1.4 <3.4.0', ['java' => '>=17'], []],
        ['0.17.0', '>=3.4.0', ['java' => '>=21'], ['recommended' => true]],
        ['0.17.1', '>=3.4.0', ['java' => '>=21'], []],
    ]],
    ['capstan', 'loader', 'Capstan', 'The oldest loader, with builds for most versions.', [], 'both', [], [
        ['2.0.3', '=1.4.9', ['java' => '>=8 <17'], ['recommended' => true]],
        ['14.23.5', '=2.7.5', ['java' => '>=8 <17'], ['recommended' => true]],
        ['45.1.0', '=3.1.4', ['java' => '>=17'], ['recommended' => true]],
        ['46.0.2', '=3.2.0', ['java' => '>=17'], ['recommended' => true]],
        ['47.2.0', '=3.2.1', ['java' => '>=17'], ['recommended' => true]],
        ['47.3.2', '=3.2.1', ['java' => '>=17'], []],
        ['48.1.0', '=3.2.2', ['java' => '>=17'], ['recommended' => true]],
        ['49.0.6', '=3.3.2', ['java' => '>=17'], ['recommended' => true]],
        ['50.0.1', '=3.4.0', ['java' => '>=21'], ['recommended' => true]],
        ['51.0.0', '=3.4.1', ['java' => '>=21'], []],
        ['51.0.1', '=3.4.1', ['java' => '>=21'], []],
    ]],
    ['frankline', 'loader', 'Frankline', 'The framework that Nightpost mods are written for.', [], 'both', [], [
        ['5.2.0', '>=8790', ['dotnet' => '>=6'], [], 'nightpost'],
        ['5.4.1', '>=8801', ['dotnet' => '>=6'], ['recommended' => true], 'nightpost'],
    ]],

    // Libraries
    ['oakum-api', 'library', 'Oakum API', 'What most Halyard mods are built on.', ['libraries'], 'both', ['halyard'], [
        ['1.3.4', '>=3.0.4 <3.2.0', [], []],
        ['1.4.2', '>=3.1.4 <3.3.0', [], []],
        ['1.5.0', '>=3.1.4 <3.4.0', [], []],
        ['1.6.0', '>=3.2.0 <3.4.0', [], ['kilobytes' => 190]],
        ['2.0.0', '>=3.4.0', [], []],
    ]],
    ['oakum-lite', 'library', 'Oakum Lite', 'A small part of Oakum, for mods that need little.', ['libraries'], 'both', ['halyard'], [
        ['1.0.0', $v3, [], []],
    ]],
    ['sextant-config', 'library', 'Sextant Config', 'Settings screens and files for other mods.', ['libraries'], 'client', $both, [
        ['3.9.0', $v3, [], []],
        ['4.2.0', $v3, ['kedge-bones' => '>=3.0.0'], []],
    ]],
    ['kedge-bones', 'library', 'Kedge Bones', 'Jointed models that move.', ['libraries'], 'both', $both, [
        ['2.8.1', $v3, [], []],
        ['3.0.7', $v3, [], ['kilobytes' => 64]],
    ]],
    ['tideglass-ui', 'library', 'Tideglass UI', 'Windows, lists and buttons that other mods draw with.', ['libraries'], 'client', $both, [
        ['1.9.0', $v3, [], []],
        ['2.11.4', $v3, ['sextant-config' => '>=4.0.0'], ['kilobytes' => 110]],
    ]],
    ['lantern-render', 'library', 'Lantern Render', 'Lamps, glows and their shadows.', ['libraries', 'light'], 'client', ['halyard'], [
        ['0.9.2', $v32up, [], []],
        ['1.0.0', $v32up, ['oakum-api' => '>=1.5.0 <2.0.0'], []],
    ]],
    ['mist-layers', 'library', 'Mist Layers', 'What other weather mods draw their mist with.', ['libraries', 'weather and sea'], 'client', $both, [
        ['1.8.0', $v3, [], []],
    ]],

    // Mods for Halyard
    ['fogbank', 'mod', 'Fogbank Weather', 'Banks of fog that roll in with the tide and hide the far shore.', ['weather and sea'], 'both', ['halyard'], [
        ['2.0.3', $v32, ['halyard' => '>=0.15.0 <0.17.0', 'oakum-api' => '>=1.4.0 <2.0.0'], []],
        ['2.1.0', $v32, ['halyard' => '>=0.16.0 <0.17.0', 'oakum-api' => '>=1.5.0 <2.0.0', 'mist-layers' => '>=1.8.0'], ['kilobytes' => 580]],
        ['2.2.0-beta.1', $v32up, ['halyard' => '>=0.16.9', 'oakum-api' => '>=1.6.0'], ['channel' => 'beta']],
    ]],
    ['deep-draught', 'mod', 'Deep Draught', 'Hulls that sit as deep as their load.', ['ships'], 'both', ['halyard'], [
        ['1.1.8', $v32, ['halyard' => '>=0.16.1 <0.17.0', 'oakum-api' => '>=1.4.0 <2.0.0'], []],
        ['1.2.3', $v32, ['halyard' => '>=0.16.9 <0.17.0', 'oakum-api' => '>=1.4.0 <2.0.0'], ['kilobytes' => 240]],
    ]],
    ['signal-flags', 'mod', 'Signal Flags', 'A flag for every letter, and ships that answer.', ['ships'], 'both', ['halyard'], [
        ['1.6.0', $v32, ['halyard' => '>=0.15.0 <0.17.0'], []],
        ['2.0.0', $v32, ['halyard' => '>=0.16.0 <0.17.0'], ['file' => ['halyard' => '>=0.16.9 <0.17.0']]],
    ]],
    ['cargo-manifest', 'mod', 'Cargo Manifest', 'Lists of what is aboard, and where it is bound.', ['trade'], 'client', $both, [
        ['3.4.0', $v32up, ['tideglass-ui' => '>=2.0.0 <3.0.0'], []],
    ]],
    ['slick-hull', 'mod', 'Slick Hull', 'Draws ships with less work, so that more of them fit in view.', ['speed'], 'client', ['halyard'], [
        ['0.8.0', $v32, [], ['breaks' => ['clear-wake' => ['*', 'both replace how water is drawn']]]],
    ]],
    ['clear-wake', 'mod', 'Clear Wake', 'Draws water with less work.', ['speed'], 'client', ['halyard'], [
        ['1.2.0', $v32, [], []],
    ]],
    ['smooth-sailing', 'mod', 'Smooth Sailing', 'A bundle of small things that make the game faster.', ['speed'], 'client', ['halyard'], [
        ['2.0.0', $v32, ['clear-wake' => '>=1.0.0'], []],
    ]],
    ['paper-lanterns', 'mod', 'Paper Lanterns', 'Lanterns to let go of on the water.', ['light'], 'both', ['halyard'], [
        ['1.0.2', '=3.2.0', ['oakum-api' => '>=1.4.0 <2.0.0'], ['fileGame' => '>=3.2.0 <3.3.0']],
    ]],
    ['radar-sweep', 'mod', 'Radar Sweep', 'A radar on the bridge that sees through fog.', ['ships'], 'both', ['halyard'], [
        ['2.4.0', $v32, ['oakum-api' => '>=1.4.0 <2.0.0'], []],
        ['3.0.0', $v32, ['oakum-api' => '>=1.5.0 <2.0.0'], ['level' => $java21]],
    ]],
    ['timetables', 'mod', 'Timetables', 'Ferries that leave when they say they will.', ['trade', 'harbours'], 'both', ['halyard'], [
        ['1.5.0', $v32, [], ['any' => [['oakum-api', '>=1.4.0 <2.0.0'], ['oakum-lite', '>=1.0.0']]]],
    ]],
    ['harbour-lamps', 'mod', 'Harbour Lamps', 'Quays lit from dusk to dawn.', ['light', 'harbours'], 'client', ['halyard'], [
        ['0.8.2', $v32, ['lantern-render' => '>=0.9.0'], ['kilobytes' => 330]],
    ]],
    ['low-cloud', 'mod', 'Low Cloud', 'Volumetric cloud for ships that go high and ships that go slow.', ['weather and sea'], 'client', ['halyard'], [
        ['1.0.0-beta.3', $v32, ['lantern-render' => '>=1.0.0'], ['channel' => 'beta', 'kilobytes' => 390]],
    ]],
    ['deep-weather', 'mod', 'Deep Weather', 'Storms with a memory; the sea stays rough for days.', ['weather and sea'], 'both', ['halyard'], [
        ['4.2.0', $v32, ['halyard' => '>=0.16.9 <0.17.0'], []],
    ]],
    ['clear-sky', 'mod', 'Clear Sky', 'Turns all weather off and makes everything a little faster.', ['weather and sea', 'speed'], 'both', ['halyard'], [
        ['2.5.1', $v32, [], ['breaks' => ['fogbank' => ['*', 'there is no weather left to draw']]]],
    ]],
    ['gulls', 'mod', 'Gulls', 'Gulls that follow the ferries and steal lunches.', ['animals'], 'client', $both, [
        ['2.0.0', $v32up, ['kedge-bones' => '>=3.0.0'], ['kilobytes' => 720]],
    ]],
    ['night-ferries', 'mod', 'Night Ferries', 'Sleeping cabins and a slower engine after dark.', ['ships'], 'both', ['halyard'], [
        ['1.3.0', $v32, ['kedge-bones' => '>=2.0.0 <3.0.0'], []],
        ['1.4.0-beta.2', $v32, ['kedge-bones' => '>=3.0.0'], ['channel' => 'beta']],
    ]],

    // Mods for both, and for Capstan
    ['weather-glass', 'mod', 'Weather Glass', 'A barometer on the bridge, and a forecast you can trust half the time.', ['weather and sea'], 'both', $both, [
        ['2.9.0', $v3, [], []],
        ['3.0.2', $v32up, [], ['kilobytes' => 41]],
    ]],
    ['fog-signals', 'mod', 'Fog Signals', 'Horns and bells that answer one another across the sound.', ['weather and sea', 'harbours'], 'both', $both, [
        ['0.4.0', '>=3.0.4 <3.3.0', [], []],
    ]],
    ['fogbound', 'mod', 'Fogbound', 'A slow campaign for one ship in a winter without light.', ['campaigns'], 'both', $both, [
        ['0.9.0', '=3.1.4', [], ['kilobytes' => 900]],
    ]],
    ['bell-buoys', 'mod', 'Bell Buoys', 'Buoys that ring in a swell.', ['harbours'], 'both', $both, [
        ['1.1.0', $v3, [], []],
    ]],
    ['long-piers', 'mod', 'Long Piers', 'Piers that reach past the shallows.', ['harbours'], 'both', $both, [
        ['5.0.1', $v3, [], []],
    ]],
    ['tide-tables', 'mod', 'Tide Tables', 'High and low water for every harbour, a year ahead.', ['weather and sea'], 'both', $both, [
        ['1.9.9', $v3, [], []],
    ]],
    ['rope-and-tar', 'mod', 'Rope and Tar', 'Rigging to make, mend and run out of.', ['ships'], 'both', ['capstan'], [
        ['7.1.0', $v3, [], []],
        ['7.2.0', $v32up, [], []],
    ]],
    ['great-cranes', 'mod', 'Great Cranes', 'Cranes that lift whole ferries.', ['harbours', 'trade'], 'both', ['capstan'], [
        ['10.0.0', $v3, ['kedge-bones' => '>=3.0.0'], ['kilobytes' => 512]],
    ]],
    ['customs-house', 'mod', 'Customs House', 'Duties, inspectors and a queue.', ['trade'], 'both', ['capstan'], [
        ['2.2.2', '>=3.1.4 <3.4.0', ['tideglass-ui' => '>=1.9.0'], []],
    ]],
    ['island-maker', 'mod', 'Island Maker', 'More islands, and stranger ones.', ['worlds'], 'both', ['capstan'], [
        ['6.0.0', $v3, [], ['kilobytes' => 610]],
    ]],
    ['steam-and-coal', 'mod', 'Steam and Coal', 'Boilers to feed and chimneys to sweep.', ['ships'], 'both', ['capstan'], [
        ['3.3.3', $v3, [], []],
    ]],
    ['old-slip', 'mod', 'Old Slip', 'A shipyard as they used to be.', ['harbours'], 'both', ['capstan'], [
        ['0.3.1', '=1.4.9', [], ['level' => $java8]],
    ]],
    ['brass-fittings', 'mod', 'Brass Fittings', 'Bells, rails and telegraphs.', ['ships'], 'both', ['capstan'], [
        ['1.0.9', '=2.7.5', [], ['level' => $java8]],
    ]],

    // Nightpost
    ['dead-letters', 'mod', 'Dead Letters', 'Letters that nobody can deliver, and what is in them.', ['story'], 'both', ['frankline'], [
        ['1.2.0', '>=8790', [], [], 'nightpost'],
    ]],
    ['pneumatic', 'mod', 'Pneumatic', 'Tubes between the carriages.', ['trade'], 'both', ['frankline'], [
        ['0.7.0', '>=8801', ['frankline' => '>=5.4.0'], [], 'nightpost'],
    ]],
    ['wax-and-seal', 'library', 'Wax and Seal', 'What other Nightpost mods stamp with.', ['libraries'], 'both', ['frankline'], [
        ['2.0.0', '>=8790', [], [], 'nightpost'],
    ]],
    ['first-class', 'mod', 'First Class', 'Urgent mail, and passengers who ask about it.', ['trade'], 'both', ['frankline'], [
        ['3.1.0', '>=8790', ['wax-and-seal' => '>=2.0.0'], [], 'nightpost'],
    ]],
];

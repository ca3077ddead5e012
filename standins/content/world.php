<?php

declare(strict_types=1);

// The demo world: invented packages. A release is [version, game range, what it needs, more], where "more" may hold
// level (class-file level), channel, breaks, any (alternatives), provides, file (what the descriptor in the archive says where
// it differs from what the depot says), recommended, kilobytes, memory (megabytes at run time), notes (what is new), extra
// (other files in the archive), content (the folder in it that is the content), bare (no classes), does (what it does when it
// runs, which standins/game/Game.php reads), extends (the loader that it lies over), replaces, also (further files of the release), has (further classes and what they declare), calls (what its own class calls),
// framework, types and references (the same for assemblies) and damaged (what the first depot sends is not what its page says).
// After the releases may stand notices, and tidepool: what Tidepool has of it, as {as: its id there, identity: whether it says
// that it is the same, only: versions, or true for all}; alone: not on Slipway. Last, how it writes versions and ranges.

$java8 = 52;
$java17 = 61;
$java21 = 65;
$v32 = '>=3.2.0 <3.3.0';
$v32up = '>=3.2.0';
$v3 = '>=3.0.4';
$both = ['halyard', 'capstan'];

return array_merge([
    // Loaders
    ['halyard', 'loader', 'Halyard', 'A light loader that follows new versions quickly.', [], 'both', [], [
        ['0.14.9', '>=3.0.4 <3.2.0', ['java' => '>=17'], ['recommended' => true]],
        ['0.15.11', '>=3.0.4 <3.3.0', ['java' => '>=17'], []],
        ['0.16.1', '>=3.1.4 <3.4.0', ['java' => '>=17'], []],
        ['0.16.4', '>=3.1.4 <3.4.0', ['java' => '>=17'], ['recommended' => true]],
        ['0.16.9', '>=3.1.4 <3.4.0', ['java' => '>=17'], []],
        ['0.17.0', '>=3.4.0', ['java' => '>=21'], ['recommended' => true]],
        ['0.17.1', '>=3.4.0', ['java' => '>=21'], []],
    ], [], ['only' => true]],
    ['capstan', 'loader', 'Capstan', 'The oldest loader, with builds for most versions.', [], 'both', [], [
        ['2.0.3', '=1.4.9', ['java' => '>=8 <17'], ['recommended' => true, 'has' => ['ferry/Main' => ['start()V', 'capstan()V']]]],
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
    ], [], ['only' => true]],
    ['windlass', 'loader', 'Windlass', 'A fork of Capstan that runs most of its mods.', [], 'both', [], [
        ['1.0.4', '=3.3.2', ['java' => '>=17'], ['recommended' => true, 'provides' => [['id' => 'capstan', 'version' => '49.0.6']]]],
        ['1.1.0', '=3.4.0', ['java' => '>=21'], ['recommended' => true, 'provides' => [['id' => 'capstan', 'version' => '50.0.1']]]],
    ], [], ['only' => true]],
    ['spritsail', 'loader', 'Spritsail', 'Lies over Capstan, for old mods that ask more of it.', [], 'both', [], [
        ['1.1.0', '=1.4.9', ['java' => '>=8 <17'], ['recommended' => true, 'extends' => ['capstan' => '=2.0.3'], 'has' => ['ferry/Main' => ['start()V', 'capstan()V', 'spritsail()V']]]],
    ], [], ['only' => true]],
    ['jib', 'loader', 'Jib', 'A fork of Halyard that runs most of its mods.', [], 'both', [], [
        ['0.5.0', '>=3.1.4 <3.4.0', ['java' => '>=17'], ['recommended' => true, 'provides' => [['id' => 'halyard', 'version' => '0.16.4']]]],
        ['0.6.1', '>=3.1.4 <3.4.0', ['java' => '>=17'], ['provides' => [['id' => 'halyard', 'version' => '0.16.9']]]],
    ], [], ['only' => true]],
    ['frankline', 'loader', 'Frankline', 'The framework that Nightpost mods are written for.', [], 'both', [], [
        ['5.2.0', '>=8790', ['dotnet' => '>=6'], [], 'nightpost'],
        ['5.4.1', '>=8801', ['dotnet' => '>=6'], ['recommended' => true], 'nightpost'],
    ]],

    // Libraries
    ['oakum-api', 'library', 'Oakum API', 'What most Halyard mods are built on.', ['libraries'], 'both', ['halyard'], [
        ['1.3.4', '>=3.0.4 <3.2.0', [], []],
        ['1.4.2', '>=3.1.4 <3.3.0', [], ['has' => ['oakum/sky/Layers' => ['rain()V']]]],
        ['1.5.0', '>=3.1.4 <3.4.0', [], ['has' => ['oakum/sky/Layers' => ['rain()V', 'mist(F)V']]]],
        ['1.6.0', '>=3.2.0 <3.4.0', [], ['kilobytes' => 190, 'has' => ['oakum/sky/Layers' => ['rain()V', 'mist(F)V', 'DEPTH:I']]]],
        ['2.0.0', '>=3.4.0', [], ['has' => ['oakum/sky/Layers' => ['mist(F)V', 'DEPTH:I']]]],
    ], [], ['only' => true]],
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
    ], [], ['only' => ['2.8.1']]],
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

    ['berth-tables', 'library', 'Berth Tables', 'Who is due where, and when.', ['libraries'], 'both', $both, [
        ['1.2.0', $v3, [], []],
        ['1.3.1', $v3, [], ['notes' => 'Berths with two ends are counted once.']],
    ], [], ['only' => true]],
    ['fare-tables', 'library', 'Fare Tables', 'Timetables with prices in them.', ['libraries'], 'both', $both, [
        ['0.9.0-beta.2', $v3, [], ['channel' => 'beta']],
    ]],
    ['prism', 'library', 'Prism', 'Loads shader packs on Halyard.', ['libraries', 'light'], 'client', ['halyard'], [
        ['1.1.0', $v3, [], []],
        ['1.2.2', $v32up, [], []],
    ], [], ['only' => true]],
    ['burning-glass', 'library', 'Burning Glass', 'Loads shader packs on Capstan.', ['libraries', 'light'], 'client', ['capstan'], [
        ['4.0.0', $v3, [], []],
    ]],
    ['brine-core', 'library', 'Brine Core', 'Salt, rust and what they do to iron.', ['libraries'], 'both', $both, [
        ['2.2.0', $v3, [], []],
        ['2.3.1', $v3, ['kedge-bones' => '>=3.0.0'], []],
        ['3.0.0', '>=3.3.0', ['kedge-bones' => '>=3.0.0'], []],
    ], [], ['as' => 'brine', 'identity' => true, 'only' => ['2.2.0', '2.3.1']]],
    ['rope-math', 'library', 'Rope Math', 'How ropes hang.', ['libraries'], 'both', $both, [
        ['1.0.0', $v3, [], []],
        ['1.1.0', $v3, [], []],
    ]],
    ['deckhand', 'library', 'Deckhand', 'Chores that other mods hand out.', ['libraries'], 'server', $both, [
        ['0.8.0', $v3, [], []],
        ['0.9.4', $v3, ['rope-math' => '>=1.1.0'], []],
    ], [], ['alone' => true, 'only' => true]],
    ['gimbal', 'library', 'Gimbal', 'Keeps things level.', ['libraries'], 'client', $both, [
        ['5.1.0', $v3, [], ['has' => ['gimbal/Axis' => ['tilt(F)V']]]],
        ['5.2.0', $v32up, [], ['has' => ['gimbal/Axis' => ['tilt(F)V']]]],
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
        ['1.5.0', $v32, [], ['any' => [['berth-tables', '>=1.0.0'], ['fare-tables', '>=0.9.0']]]],
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
    ], [], ['as' => 'gulls-and-lunches', 'identity' => false, 'only' => true]],
    ['night-ferries', 'mod', 'Night Ferries', 'Sleeping cabins and a slower engine after dark.', ['ships'], 'both', ['halyard'], [
        ['1.3.0', $v32, ['kedge-bones' => '>=2.0.0 <3.0.0'], []],
        ['1.4.0-beta.2', $v32, ['kedge-bones' => '>=3.0.0'], ['channel' => 'beta']],
    ]],

    // Mods for both, and for Capstan
    ['weather-glass', 'mod', 'Weather Glass', 'A barometer on the bridge, and a forecast you can trust half the time.', ['weather and sea'], 'both', $both, [
        ['2.9.0', $v3, [], []],
        ['3.0.2', $v32up, [], ['kilobytes' => 41]],
    ], [], ['only' => ['2.9.0']]],
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
    ], [], ['only' => true]],
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
        ['0.3.1', '=1.4.9', [], ['level' => $java8, 'has' => ['ferry/hull/Hull' => ['start()V', 'slip()V'], 'ferry/hull/Deck' => ['start()V']]]],
    ]],
    ['brass-fittings', 'mod', 'Brass Fittings', 'Bells, rails and telegraphs.', ['ships'], 'both', ['capstan'], [
        ['1.0.9', '=2.7.5', [], ['level' => $java8]],
    ]],

    // What tells a story of its own
    ['brass-telegraph', 'mod', 'Brass Telegraph', 'Orders to the engine room by lever and bell.', ['ships'], 'both', $both, [
        ['1.8.0', '>=3.0.4 <3.2.0', [], []],
        ['1.9.2', '=3.1.4', [], ['notes' => 'The last one. Thank you for the bells.']],
    ], [['kind' => 'abandoned', 'text' => 'Its author has stopped; nothing has come since 3.1.4.', 'understudy' => 'speaking-tubes']], ['only' => true]],
    ['speaking-tubes', 'mod', 'Speaking Tubes', 'Orders to the engine room, shouted.', ['ships'], 'both', $both, [
        ['0.6.0', $v3, [], []],
        ['1.0.0', $v32up, [], ['notes' => "Understands what Brass Telegraph has saved.\n\nTubes can be stopped with a rag."]],
    ], [], ['alone' => true, 'only' => true]],
    ['eel-traps', 'mod', 'Eel Traps', 'Baskets on the sea bed, to be hauled at dawn.', ['animals', 'trade'], 'both', $both, [
        ['1.1.0', $v3, [], ['provides' => [['id' => 'knot-math', 'version' => '1.2.0']]]],
    ]],
    ['net-menders', 'mod', 'Net Menders', 'People on the quay who mend nets, and what they know.', ['harbours', 'story'], 'both', $both, [
        ['2.0.1', $v3, [], ['provides' => [['id' => 'knot-math', 'version' => '1.4.0']]]],
    ]],
    ['wet-ink', 'mod', 'Wet Ink', 'Logbooks that run when it rains.', ['story'], 'client', $both, [
        ['1.3.0', $v3, [], ['damaged' => true]],
    ], [], ['as' => 'wet-ink-logbooks', 'identity' => false, 'only' => true]],
    ['ballast', 'mod', 'Ballast', 'Stones to carry and stones to leave.', ['ships', 'trade'], 'both', $both, [
        ['1.0.0', $v3, [], []],
        ['1.1.0', $v32up, [], ['notes' => 'Wet stones weigh more.']],
        ['1.2.0', $v32up, ['brine-core' => '>=2.3.0 <3.0.0'], ['notes' => 'Stones can rust.']],
    ], [['kind' => 'broken', 'version' => '1.1.0', 'text' => 'Saves made with 1.1.0 forget their cargo.']], ['as' => 'ballast', 'only' => ['1.0.0', '1.1.0', '1.2.0']]],
    ['sunlit-decks', 'shader-pack', 'Sunlit Decks', 'Low sun, long shadows, wet planks.', ['light'], 'client', [], [
        ['3.1.0', $v3, [], ['any' => [['prism', '>=1.1.0'], ['burning-glass', '>=4.0.0']], 'bare' => true]],
        ['3.2.0', $v32up, [], ['any' => [['prism', '>=1.2.0'], ['burning-glass', '>=4.0.0']], 'bare' => true]],
    ], [], ['only' => true]],
    ['grey-north', 'shader-pack', 'Grey North', 'Overcast, and beautiful for it.', ['light', 'weather and sea'], 'client', [], [
        ['1.0.4', $v3, [], ['any' => [['prism', '>=1.1.0'], ['burning-glass', '>=4.0.0']], 'bare' => true]],
    ]],

    // Two that were never tried together, and one that was never tried at all.
    ['brass-binnacle', 'mod', 'Brass Binnacle', 'A compass in a brass case, by the wheel.', ['ships'], 'client', $both, [
        ['1.0.3', $v3, [], ['does' => ['draws' => ['compass' => 'brass']]]],
    ]],
    ['glass-compass', 'mod', 'Glass Compass', 'A compass to look through.', ['ships', 'looks'], 'client', $both, [
        ['2.2.0', $v3, ['gimbal' => '>=5.1.0'], ['does' => ['draws' => ['compass' => 'glass']]]],
    ]],
    ['hourglasses', 'mod', 'Hourglasses', 'Sand for those who do not trust clocks.', ['ships'], 'client', $both, [
        ['0.1.0', $v3, [], ['does' => ['draws' => ['hourglass' => '']]]],
    ]],

    // What fails when it runs, each in its own way, and says nothing of it beforehand.
    ['mistbows', 'mod', 'Mistbows', 'Pale rainbows over fog.', ['weather and sea'], 'client', ['halyard'], [
        ['0.9.0', $v32, ['oakum-api' => '>=1.4.0 <2.0.0'], ['calls' => ['oakum/sky/Layers.rain()V']]],
        ['1.0.0', $v32, ['oakum-api' => '>=1.4.0 <2.0.0'], ['calls' => ['oakum/sky/Layers.mist(F)V'], 'notes' => 'Asks Oakum API for mist.']],
    ]],
    ['sandbars', 'mod', 'Sandbars', 'Shallows that move with the winter.', ['worlds'], 'both', ['halyard'], [
        ['2.0.0', $v32, ['oakum-api' => '>=1.4.0 <2.0.0'], ['calls' => ['oakum/sky/Layers.DEPTH:I']]],
    ]],
    ['crowsnests', 'mod', 'Crowsnests', 'A barrel at the masthead, and somebody in it.', ['ships'], 'client', ['halyard'], [
        ['1.1.0', $v32, [], []],
        ['1.2.0', $v32, [], ['calls' => ['gimbal/Axis.tilt(F)V']]],
    ]],
    ['stowaways', 'mod', 'Stowaways', 'People who have not paid.', ['story'], 'both', ['halyard'], [
        ['0.8.0', $v32, [], []],
        ['0.9.0', $v32, [], ['calls' => ['demo/nowhere/Hold']]],
    ]],
    ['paintpots', 'mod', 'Paintpots', 'Hulls in any colour.', ['looks'], 'client', ['halyard'], [
        ['1.0.0', $v32, [], ['does' => ['replaces' => ['ferry.ship.Hull.paint']]]],
    ]],
    ['varnish', 'mod', 'Varnish', 'Hulls that shine.', ['looks'], 'client', ['halyard'], [
        ['3.0.0', $v32, [], ['does' => ['replaces' => ['ferry.ship.Hull.paint']]]],
    ]],
    ['lampoil', 'mod', 'Lampoil', 'Lamps that have to be filled.', ['light'], 'both', ['halyard'], [
        ['1.4.0', $v32, [], ['does' => ['config' => ['hours' => 9, 'smell' => true]]]],
    ]],
    ['harbourmasters', 'mod', 'Harbourmasters', 'Somebody who says who berths where.', ['harbours'], 'both', ['halyard'], [
        ['1.0.0', $v32, [], ['calls' => ['ferry/server/Harbour.berth()V']]],
    ]],
    ['glitter', 'mod', 'Glitter', 'Sun on small waves.', ['light'], 'client', ['halyard'], [
        ['1.0.0', $v32, [], ['does' => ['shades' => ['blending']]]],
        ['1.1.0', $v32, [], ['does' => ['shades' => ['blending', 'tessellation']]]],
    ]],
    ['curfews', 'mod', 'Curfews', 'Nobody sails before the bell.', ['story'], 'both', ['halyard'], [
        ['0.3.0', $v32, [], ['does' => ['awaits' => 'bell', 'stubborn' => true]]],
    ]],
    ['floodgates', 'mod', 'Floodgates', 'Gates that wait for the harbour.', ['harbours'], 'both', ['halyard'], [
        ['2.1.0', $v32, [], ['does' => ['holds' => 'tide', 'awaits' => 'harbour']]],
    ]],
    ['lockkeepers', 'mod', 'Lockkeepers', 'Keepers who wait for the tide.', ['harbours'], 'both', ['halyard'], [
        ['1.5.0', $v32, [], ['does' => ['holds' => 'harbour', 'awaits' => 'tide']]],
    ]],
    ['foghorns', 'mod', 'Foghorns', 'Loud, and heard for miles.', ['harbours'], 'both', ['halyard'], [
        ['1.0.0', $v32, [], ['does' => ['takes' => ['signal channel' => 6]]]],
    ]],
    ['bellringers', 'mod', 'Bellringers', 'A bell for every hour.', ['harbours'], 'both', ['halyard'], [
        ['1.0.0', $v32, [], ['does' => ['takes' => ['signal channel' => 6]]]],
    ]],
    ['semaphores', 'mod', 'Semaphores', 'Arms that spell.', ['harbours'], 'both', ['halyard'], [
        ['1.0.0', $v32, [], ['does' => ['takes' => ['signal channel' => 6]]]],
    ]],
    ['figureheads', 'mod', 'Figureheads', 'Somebody at the bow.', ['looks'], 'both', ['halyard'], [
        ['1.0.0', $v32, [], []],
        ['1.1.0', $v32, [], ['does' => ['looksUp' => ['carving']]]],
    ]],
    ['nicknames', 'mod', 'Nicknames', 'Buoys that go by another name.', ['story'], 'both', ['halyard'], [
        ['1.0.0', $v32, [], ['does' => ['aliases' => ['buoy' => 'float']]]],
    ]],
    ['bynames', 'mod', 'Bynames', 'Floats that go by another name.', ['story'], 'both', ['halyard'], [
        ['1.0.0', $v32, [], ['does' => ['aliases' => ['float' => 'buoy']]]],
    ]],
    ['windvanes', 'mod', 'Windvanes', 'They turn, sometimes.', ['weather and sea'], 'both', ['halyard'], [
        ['0.2.0', $v32, [], ['does' => ['sometimes' => true]]],
    ]],
    ['gossips', 'mod', 'Gossips', 'They talk all day.', ['story'], 'both', ['halyard'], [
        ['4.0.0', $v32, [], ['does' => ['chatters' => 400]]],
    ]],
    ['treasuries', 'mod', 'Treasuries', 'Every coin is there, one by one.', ['trade'], 'both', ['halyard'], [
        ['1.0.0', $v32, [], ['memory' => 3600]],
    ]],
    ['franking', 'mod', 'Franking', 'Postage without stamps.', ['trade'], 'both', ['frankline'], [
        ['1.0.0', '>=8790', ['wax-and-seal' => '>=2.0.0'], ['calls' => [['WaxAndSeal', 'WaxAndSeal.Stamp', 'Press']]], 'nightpost'],
        ['1.1.0', '>=8790', ['wax-and-seal' => '>=2.0.0'], ['calls' => [['WaxAndSeal', 'WaxAndSeal.Stamp', 'Emboss']]], 'nightpost'],
    ]],
    ['telegrams', 'mod', 'Telegrams', 'Short, and dear.', ['trade'], 'both', ['frankline'], [
        ['1.0.0', '>=8790', ['wax-and-seal' => '>=2.0.0'], [], 'nightpost'],
        ['1.2.0', '>=8790', ['wax-and-seal' => '>=2.0.0'], ['calls' => [['WaxAndSeal', 'WaxAndSeal.Tape', '']]], 'nightpost'],
    ]],
    ['couriers', 'mod', 'Couriers', 'Faster than the train.', ['story'], 'both', ['frankline'], [
        ['1.0.0', '>=8790', ['wax-and-seal' => '>=2.0.0'], [], 'nightpost'],
        ['2.0.0', '>=8790', ['wax-and-seal' => '>=2.0.0'], ['references' => ['DeadLetters' => '9.0.0.0']], 'nightpost'],
    ]],
    ['philately', 'mod', 'Philately', 'Stamps that are worth more used.', ['story'], 'client', ['frankline'], [
        ['0.9.0', '>=8790', [], [], 'nightpost'],
        ['1.0.0', '>=8790', [], ['references' => ['WaxAndSeal' => '2.0.0.0']], 'nightpost'],
    ]],
    ['dynamos', 'mod', 'Dynamos', 'Light in every carriage.', ['trains'], 'both', ['frankline'], [
        ['1.0.0', '>=8790', [], ['framework' => 8], 'nightpost'],
    ]],
    ['searchlights', 'mod', 'Searchlights', 'The line ahead, at night.', ['trains'], 'client', ['frankline'], [
        ['1.0.0', '>=8790', [], ['does' => ['shades' => ['blending']]], 'nightpost'],
        ['1.1.0', '>=8790', [], ['does' => ['shades' => ['raytracing']]], 'nightpost'],
    ]],
    ['mailbags', 'mod', 'Mailbags', 'Heavier than they look.', ['trade'], 'both', ['frankline'], [
        ['1.0.0', '>=8790', [], ['memory' => 2600], 'nightpost'],
    ]],

    // Old times
    ['tin-funnels', 'mod', 'Tin Funnels', 'Funnels for small boats.', ['ships'], 'both', ['capstan'], [
        ['0.4.0', '=1.4.9', [], ['level' => $java8, 'does' => ['numbers' => ['funnel' => 166]], 'has' => ['ferry/hull/Hull' => ['start()V', 'funnel()V']]]],
    ]],
    ['oil-slicks', 'mod', 'Oil Slicks', 'What small boats leave behind.', ['weather and sea'], 'both', ['capstan'], [
        ['0.2.2', '=1.4.9', [], ['level' => $java8, 'does' => ['numbers' => ['flowing oil' => 166, 'still oil' => 167]]]],
    ]],
    ['ballast-tanks', 'mod', 'Ballast Tanks', 'Sits lower in the water, on purpose.', ['ships'], 'both', ['spritsail'], [
        ['0.7.1', '=1.4.9', [], ['level' => $java8, 'does' => ['numbers' => ['ballast' => 171]]]],
    ]],
    ['tallow-lamps', 'mod', 'Tallow Lamps', 'They smoke, and they are cheap.', ['decoration'], 'both', ['capstan'], [
        ['0.1.4', '=1.4.9', [], ['level' => $java8, 'does' => ['numbers' => ['tallow' => 167]]]],
    ]],
    ['paddle-wheels', 'mod', 'Paddle Wheels', 'Before there were screws.', ['ships'], 'both', ['spritsail'], [
        ['1.0.0', '=1.4.9', [], ['level' => $java8, 'has' => ['ferry/hull/Deck' => ['start()V', 'wheel()V']]]],
    ]],
    ['coal-bunkers', 'mod', 'Coal Bunkers', 'Where the coal goes before it goes up.', ['trade'], 'both', ['capstan'], [
        ['2 October 2011', '1.4.7 or older', [], ['level' => $java8, 'fileGame' => '<=1.4.7']],
        ['9 November 2011', '1.4.7 to 1.4.9', [], ['level' => $java8, 'fileGame' => '>=1.4.7 <=1.4.9', 'does' => ['numbers' => ['coal' => 180]]]],
    ], [], [], ['scheme' => 'date', 'syntax' => 'words']],
    ['steam-whistles', 'mod', 'Steam Whistles', 'Heard on every island.', ['sound'], 'client', ['capstan'], [
        ['0.2.0', '=1.4.9', [], ['level' => $java8]],
    ]],
    ['tide-mills', 'mod', 'Tide Mills', 'Grinds twice a day.', ['trade'], 'both', ['capstan'], [
        ['0.4.4', '>=1.4.7 <=1.4.9', [], ['level' => $java8, 'bare' => true, 'content' => [['range' => '=1.4.7', 'folder' => 'for-1.4.7'], ['range' => '=1.4.9', 'folder' => 'for-1.4.9']], 'extra' => [
            'read me.txt' => "Take the folder for your version.\n",
            'for-1.4.7/assets/tide-mills/mill.json' => '{"for": "1.4.7"}',
            'for-1.4.9/assets/tide-mills/mill.json' => '{"for": "1.4.9"}',
        ]]],
    ]],
    ['rope-walks', 'mod', 'Rope Walks', 'A long shed, and a slow trade.', ['trade'], 'both', ['capstan'], [
        ['0.9.1', '=1.4.9', [], ['level' => $java8, 'does' => ['numbers' => ['rope walk' => 190]]]],
    ]],
    ['salt-works', 'mod', 'Salt Works', 'What the sea leaves.', ['trade'], 'both', ['capstan'], [
        ['1.3.0', '=1.4.9', [], ['level' => $java8, 'does' => ['numbers' => ['flowing brine' => 200, 'still brine' => 201]], 'also' => [
            ['label' => 'Patch 2', 'together' => true, 'extra' => ['assets/salt-works/lang/en.json' => '{"salt-works.name": "Salt Works, mended"}']],
            ['label' => 'for Rope Walks', 'with' => [['id' => 'rope-walks']], 'extra' => ['assets/salt-works/brined-rope.json' => '{"keeps": true}']],
        ]]],
    ]],
    ['dry-docks', 'mod', 'Dry Docks', 'For what cannot be mended afloat.', ['harbours'], 'both', ['spritsail'], [
        ['0.6.0', '=1.4.9', ['old-slip' => '*'], ['level' => $java8]],
    ]],

    // Nightpost
    ['branch-lines', 'expansion', 'Branch Lines', 'Six small stations, and the people who wait there.', ['worlds'], 'both', [], [
        ['1.4.0', '>=8790', [], ['bare' => true, 'content' => 'branch-lines-1.4.0/game', 'extra' => [
            'branch-lines-1.4.0/README.txt' => "Put what is in \"game\" into the folder of the game.\n",
            'branch-lines-1.4.0/sources/stations.txt' => "Ambleford\nCorvick\nDunsay\nEll\nFarrow\nGaunt\n",
            'branch-lines-1.4.0/game/expansions/branch-lines.txt' => "1.4.0\n",
            'branch-lines-1.4.0/game/stations/ambleford.json' => '{"platforms": 1, "post": "evening"}',
            'branch-lines-1.4.0/game/stations/corvick.json' => '{"platforms": 2, "post": "night"}',
            'branch-lines-1.4.0/game/scripts/timetable.json' => '{"lines": 6, "first": "21:40"}',
        ]], 'nightpost'],
    ]],
    ['late-running', 'data-pack', 'Late Running', 'Delays, and reasons for them.', ['story'], 'both', [], [
        ['0.9.1', '>=8790', [], ['bare' => true, 'extra' => [
            'scripts/timetable.json' => '{"lines": 4, "first": "22:10", "late": true}',
            'scripts/reasons.json' => '["leaves", "fog", "a cow", "paperwork"]',
        ]], 'nightpost'],
    ]],
    ['express-timetable', 'data-pack', 'Express Timetable', 'Fewer stops, and no cows.', ['story'], 'both', [], [
        ['2.0.0', '>=8790', [], ['bare' => true, 'replaces' => [['path' => 'scripts/reasons.json'], ['id' => 'slow-mail', 'range' => '<2.0.0']], 'extra' => [
            'scripts/express.json' => '{"lines": 2, "first": "23:00"}',
        ]], 'nightpost'],
    ]],
    ['slow-mail', 'data-pack', 'Slow Mail', 'Every halt, and a chat at each.', ['story'], 'both', [], [
        ['1.0.0', '>=8790', [], ['bare' => true, 'extra' => ['scripts/slow.json' => '{"halts": 40}']], 'nightpost'],
    ]],
    ['sorting-office', 'mod', 'Sorting Office', 'Pigeonholes, and hands to fill them.', ['trade'], 'both', ['frankline'], [
        ['1.0.0', '>=8790', ['wax-and-seal' => '>=2.0.0'], [], 'nightpost'],
        ['1.1.0', '>=8801', ['wax-and-seal' => '>=2.0.0', 'frankline' => '>=5.4.0'], [], 'nightpost'],
    ], [], ['only' => true]],
    ['lamp-signals', 'mod', 'Lamp Signals', 'Green, amber, and waiting.', ['trains'], 'both', ['frankline'], [
        ['2.0.0', '>=8790', [], [], 'nightpost'],
    ]],
    ['parcel-scales', 'mod', 'Parcel Scales', 'Weighs what is posted, and argues.', ['trade'], 'both', ['frankline'], [
        ['1.5.0', '>=8790', [], [], 'nightpost'],
    ], [], ['alone' => true, 'only' => true]],
    ['dining-car', 'mod', 'Dining Car', 'Soup at forty miles an hour.', ['trains'], 'both', ['frankline'], [
        ['0.3.0', '>=8801', [], ['does' => ['asksFor' => ['samovars', 'tea-glasses', 'brass-bells']]], 'nightpost'],
    ]],
    ['samovars', 'mod', 'Samovars', 'Hot water, in every carriage.', ['trains'], 'both', ['frankline'], [
        ['1.0.0', '>=8790', [], [], 'nightpost'],
    ]],
    ['tea-glasses', 'mod', 'Tea Glasses', 'In holders, so that nobody is burnt.', ['trains'], 'client', ['frankline'], [
        ['2.1.0', '>=8790', [], [], 'nightpost'],
    ]],
    ['snow-ploughs', 'mod', 'Snow Ploughs', 'Keeps the line open in January.', ['trains', 'weather'], 'both', ['frankline'], [
        ['1.0.2', '>=8790', [], [], 'nightpost'],
    ]],
    ['night-watch', 'mod', 'Night Watch', 'Somebody has to stay awake.', ['story'], 'both', ['frankline'], [
        ['1.1.1', '>=8790', ['dead-letters' => '>=1.0.0'], [], 'nightpost'],
    ]],
    ['stamp-album', 'mod', 'Stamp Album', 'Keeps what would be thrown away.', ['story'], 'client', ['frankline'], [
        ['4.0.0', '>=8790', ['wax-and-seal' => '>=2.0.0'], [], 'nightpost'],
    ]],
    ['station-cats', 'mod', 'Station Cats', 'One for each small station, and a dish for it.', ['story'], 'both', ['frankline'], [
        ['0.2.0', '>=8790', ['branch-lines' => '>=1.4.0'], [], 'nightpost'],
    ]],
    ['steam-heat', 'mod', 'Steam Heat', 'Warm carriages, cold stations.', ['trains'], 'both', ['frankline'], [
        ['0.8.0', '>=8801', [], [], 'nightpost'],
    ]],
    ['dead-letters', 'mod', 'Dead Letters', 'Letters that nobody can deliver, and what is in them.', ['story'], 'both', ['frankline'], [
        ['1.2.0', '>=8790', [], [], 'nightpost'],
    ]],
    ['pneumatic', 'mod', 'Pneumatic', 'Tubes between the carriages.', ['trade'], 'both', ['frankline'], [
        ['0.7.0', '>=8801', ['frankline' => '>=5.4.0'], [], 'nightpost'],
    ]],
    ['wax-and-seal', 'library', 'Wax and Seal', 'What other Nightpost mods stamp with.', ['libraries'], 'both', ['frankline'], [
        ['2.0.0', '>=8790', [], ['types' => ['WaxAndSeal.Stamp' => ['Press', 'Lift']]], 'nightpost'],
    ]],
    ['first-class', 'mod', 'First Class', 'Urgent mail, and passengers who ask about it.', ['trade'], 'both', ['frankline'], [
        ['3.1.0', '>=8790', ['wax-and-seal' => '>=2.0.0'], [], 'nightpost'],
    ]],
], require __DIR__.'/archipelago.php');

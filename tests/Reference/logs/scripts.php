<?php

declare(strict_types=1);

// A game in Python and one in JavaScript, each with a mod and a library beside it, made to fail in known ways. Used by make.php.

/**
 * @return array<string, array{list<string>, array{family: string, fails: bool, kind?: string, culprit?: string, says?: string}}> name of
 *     the log => command, and what it has to be read as
 */
function scripts(string $work): array
{
    foreach (['python/mods/fog', 'python/mods/oakum', 'node/mods/fog', 'node/mods/oakum', 'python/config', 'node/config'] as $folder) {
        mkdir("{$work}/{$folder}", recursive: true);
    }
    foreach (['python', 'node'] as $kind) {
        file_put_contents("{$work}/{$kind}/config/fogbank.json", "{\n  \"density\": 3,\n  \"height\" 4\n}\n");
    }
    file_put_contents("{$work}/python/mods/oakum/sky.py", "def height(text):\n    return int(text)\n");
    file_put_contents(
        "{$work}/python/mods/fog/bank.py",
        <<<'PY'
        import json, socket, logging, os, sys, resource
        from oakum import sky

        class FogGone(Exception):
            pass

        def nothing():
            return None.density

        def library():
            return sky.height("many")

        def wrapped():
            try:
                library()
            except ValueError as cause:
                raise FogGone("no fog today") from cause

        def again():
            try:
                library()
            except ValueError:
                return {}["fog"]

        def lines():
            raise ValueError("the first line\nthe second line")

        def missing():
            import lantern_glass

        def member():
            from oakum.sky import depth

        def attribute():
            return sky.depth

        def config():
            return json.load(open("config/fogbank.json"))

        def port():
            one = socket.socket(); one.bind(("127.0.0.1", 0)); one.listen()
            two = socket.socket(); two.bind(one.getsockname())

        def denied():
            open("/etc/fogbank.txt", "w")

        def full():
            with open("/dev/full", "w") as file:
                file.write("fog" * 100000)

        def many():
            resource.setrlimit(resource.RLIMIT_NOFILE, (40, 40))
            return [open("config/fogbank.json") for _ in range(60)]

        def long():
            open("fog" * 200)

        def endless():
            return endless()

        def memory():
            resource.setrlimit(resource.RLIMIT_AS, (200_000_000, 200_000_000))
            return bytearray(2_000_000_000)

        def none():
            return 1

        PY
        ,
    );
    file_put_contents(
        "{$work}/python/game.py",
        <<<'PY'
        import logging, sys
        sys.path.insert(0, "mods")
        from fog import bank
        fault, how, form = sys.argv[1:4]
        logging.basicConfig(level=logging.INFO, stream=sys.stderr, format={
            "plain": "%(levelname)s:%(name)s:%(message)s",
            "times": "%(asctime)s [%(threadName)s] %(levelname)-8s %(name)s - %(message)s"}[form])
        log = logging.getLogger("game")
        log.info("Ferry 3.2.1 starts")
        log.info("fogbank 2.1.0 starting")
        if how == "uncaught":
            getattr(bank, fault)()
        elif how == "logged":
            try:
                getattr(bank, fault)()
            except BaseException:
                log.exception("fogbank could not start")
                sys.exit(1)
        else:
            try:
                getattr(bank, fault)()
            except BaseException:
                log.warning("fogbank has no fog, going on without", exc_info=True)
            log.info("the world is up")
            log.info("leaving as asked")
        PY
        ,
    );
    file_put_contents(
        "{$work}/node/mods/oakum/sky.js",
        "exports.height = text => { if (Number.isNaN(Number(text))) { throw new TypeError('not a number: ' + text); } return ".
        "Number(text); };\n",
    );
    file_put_contents(
        "{$work}/node/mods/fog/bank.js",
        <<<'JS'
        const fs = require('fs');
        const net = require('net');
        const sky = require('../oakum/sky.js');
        class FogGone extends Error {}
        exports.nothing = () => null.density;
        exports.library = () => sky.height('many');
        exports.wrapped = () => { try { sky.height('many'); } catch (cause) { throw new Error('no fog today', { cause }); } };
        exports.lines = () => { throw new RangeError('the first line\nthe second line'); };
        exports.missing = () => require('lantern-glass');
        exports.config = () => JSON.parse(fs.readFileSync('config/fogbank.json', 'utf8'));
        exports.port = () => new Promise((_, fail) => {
            const one = net.createServer().listen(0, '127.0.0.1', () => net.createServer()
                .on('error', error => { one.close(); fail(error); }).listen(one.address().port, '127.0.0.1')); });
        exports.denied = () => fs.writeFileSync('/etc/fogbank.txt', 'fog');
        exports.full = () => fs.writeFileSync('/dev/full', 'fog'.repeat(100000));
        exports.long = () => fs.readFileSync('fog'.repeat(200));
        exports.endless = () => exports.endless();
        exports.rejected = async () => { throw new TypeError('nobody waits for the fog'); };
        exports.none = () => 1;
        JS
        ,
    );
    file_put_contents(
        "{$work}/node/game.js",
        <<<'JS'
        const bank = require('./mods/fog/bank.js');
        const [fault, how] = process.argv.slice(2);
        const say = (level, text) => console.log(`[12:00:01] [main/${level}] game: ${text}`);
        say('INFO', 'Ferry 3.2.1 starts');
        say('INFO', 'fogbank 2.1.0 starting');
        if (how === 'uncaught') {
            Promise.resolve(bank[fault]()).catch(error => { throw error; });
        } else if (how === 'logged') {
            Promise.resolve().then(bank[fault]).catch(error => {
                say('ERROR', 'fogbank could not start'); console.log(error); process.exitCode = 1;
            });
        } else {
            try { bank[fault](); } catch (error) { say('WARN', 'fogbank has no fog, going on without'); console.log(error.stack); }
            say('INFO', 'the world is up');
            say('INFO', 'leaving as asked');
        }
        JS
        ,
    );
    $as = fn (string $kind, array $command): array => [
        'runuser',
        '-u',
        'nobody',
        '--',
        'env',
        '-C',
        "{$work}/{$kind}",
        'PATH=/usr/bin:/bin',
        ...$command,
    ];
    (new Symfony\Component\Process\Process(['chmod', '-R', 'a+rwX', $work]))->mustRun();
    $python = [
        'nothing' => ['crash', 'fogbank', 'AttributeError'],
        'library' => ['crash', 'oakum-api', 'ValueError'],
        'wrapped' => ['crash', 'oakum-api', 'ValueError'],
        'again' => ['crash', 'oakum-api', 'ValueError'],
        'lines' => ['crash', 'fogbank', 'ValueError'],
        'missing' => ['missing', 'fogbank', 'lantern_glass'],
        'member' => ['missing-member', 'fogbank', 'depth'],
        'attribute' => ['missing-member', 'fogbank', 'depth'],
        'config' => ['bad-config', 'fogbank', '3'],
        'port' => ['port-taken', 'fogbank', ''],
        'denied' => ['no-permission', '', '/etc/fogbank.txt'],
        'full' => ['disk-full', '', ''],
        'many' => ['too-many-files', '', ''],
        'long' => ['path-too-long', '', ''],
        'endless' => ['endless', 'fogbank', ''],
        'memory' => ['out-of-memory', '', ''],
    ];
    $node = [
        'nothing' => ['crash', 'fogbank', 'TypeError'],
        'library' => ['crash', 'oakum-api', 'TypeError'],
        'wrapped' => ['crash', 'oakum-api', 'TypeError'],
        'lines' => ['crash', 'fogbank', 'RangeError'],
        'missing' => ['missing', 'fogbank', 'lantern-glass'],
        'config' => ['bad-config', 'fogbank', ''],
        'port' => ['port-taken', '', ''],
        'denied' => ['no-permission', '', '/etc/fogbank.txt'],
        'full' => ['disk-full', '', ''],
        'long' => ['path-too-long', '', ''],
        'endless' => ['endless', 'fogbank', ''],
        'rejected' => ['crash', 'fogbank', 'TypeError'],
    ];
    $logs = [];
    foreach (['plain', 'times'] as $form) {
        foreach ($python as $fault => [$kind, $culprit, $says]) {
            foreach (['uncaught', 'logged'] as $how) {
                $logs["python-{$form}-{$fault}-{$how}"] = [
                    $as('python', ['/usr/bin/python3', 'game.py', $fault, $how, $form]),
                    ['family' => 'python', 'fails' => true, 'kind' => $kind, 'culprit' => $culprit, 'says' => $says],
                ];
            }
        }
        foreach (['none', 'library', 'wrapped'] as $fault) {
            $logs["python-{$form}-{$fault}-warned"] = [
                $as('python', ['/usr/bin/python3', 'game.py', $fault, 'warned', $form]),
                ['family' => 'python', 'fails' => false],
            ];
        }
    }
    foreach ($node as $fault => [$kind, $culprit, $says]) {
        foreach (['uncaught', 'logged'] as $how) {
            $logs["node-{$fault}-{$how}"] = [
                $as('node', ['/usr/bin/node', 'game.js', $fault, $how]),
                ['family' => 'node', 'fails' => true, 'kind' => $kind, 'culprit' => $culprit, 'says' => $says],
            ];
        }
    }
    foreach (['none', 'library', 'wrapped'] as $fault) {
        $logs["node-{$fault}-warned"] = [
            $as('node', ['/usr/bin/node', 'game.js', $fault, 'warned']),
            ['family' => 'node', 'fails' => false],
        ];
    }

    return $logs;
}

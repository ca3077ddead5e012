<?php

declare(strict_types=1);

use App\Rehearsals\Launch\Tailing;

beforeEach(function (): void {
    $this->dir = sys_get_temp_dir().'/stasimon-tail-'.bin2hex(random_bytes(4));
    mkdir($this->dir);
    $this->log = "{$this->dir}/game.log";
});

it('takes what comes, of a log that goes on', function (): void {
    file_put_contents($this->log, "before\n");
    $tail = Tailing::of($this->dir, 'game.log');
    expect($tail->next())->toBe('');
    file_put_contents($this->log, "one\n", FILE_APPEND);
    expect($tail->next())->toBe("one\n")->and($tail->next())->toBe('');
    file_put_contents($this->log, "two\n", FILE_APPEND);
    expect($tail->next())->toBe("two\n");
});

it('takes all of a log that is begun anew, shorter, longer or as long as it was', function (string $anew): void {
    file_put_contents($this->log, "12:00 begins\n12:01 fails\n");
    $tail = Tailing::of($this->dir, 'game.log');
    file_put_contents($this->log, $anew);
    expect($tail->next())->toBe($anew);
    file_put_contents($this->log, "more\n", FILE_APPEND);
    expect($tail->next())->toBe("more\n");
})->with(["a\n", "13:00 begins\n13:01 goes on\n13:02 goes on\n", "12:00 begins\n12:01 fails\n"]);

it('takes a log that was not there, or has another file in its place, and follows no link', function (): void {
    $tail = Tailing::of($this->dir, 'game.log');
    file_put_contents($this->log, "one\n");
    expect($tail->next())->toBe("one\n");
    file_put_contents("{$this->log}.new", "two\n");
    rename("{$this->log}.new", $this->log);
    expect($tail->next())->toBe("two\n");
    unlink($this->log);
    symlink('/etc/passwd', $this->log);
    expect($tail->next())->toBe('')->and(Tailing::of($this->dir, ''))->toBeNull();
});

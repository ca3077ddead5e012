<?php

declare(strict_types=1);

use App\Cage\Cage;
use App\Cage\Job;
use App\Pictures\Scaled;
use App\Refusal\Refusal;
use Stasimon\Core\Evidence\ArchiveFacts;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Tests\Support\Archives;

const RULES = '[{"path": "about.json", "format": "json", "id": "id", "version": "version"}]';

/** @return list<int> cages of this process that a test has begun */
function cages(): array
{
    return array_values(
        array_diff(
            array_map(intval(...), array_filter(explode("\n", (string) shell_exec('pgrep -P '.getmypid().' -f "Cage/[p]rocess.php"')))),
            test()->others ?? [],
        ),
    );
}

beforeEach(function (): void {
    $this->others = [];
    $this->others = cages();
    $this->archive = Archives::file(['about.json' => '{"id": "moth", "version": "1.2.0"}']);
});
afterEach(function (): void {
    @unlink($this->archive);
});

it('answers one question after another, and says no as what it asks does', function (): void {
    $cage = new Cage(Cage::TASK);
    foreach ([1, 2, 3] as $_) {
        expect($cage->ask(Job::Describe, 'a.zip', RULES, $this->archive, 'a.zip'))->toBeInstanceOf(Described::class)->id->toBe('moth');
    }
    expect(cages())
        ->toHaveCount(1)
        ->and(fn () => $cage->ask(Job::Describe, 'a.zip', '[]', $this->archive, 'a.zip'))
        ->toThrow(UnreadableDescriptor::class, 'Nothing in it says what it is.')
        ->and(fn () => $cage->ask(Job::Look, 'a.zip', __FILE__, 'a.zip'))
        ->toThrow(UnsafeArchive::class)
        ->and(fn () => $cage->ask(Scaled::class, 'a.png', 'no picture', Scaled::PACK))
        ->toThrow(Refusal::class, 'That is no picture')
        ->and($cage->ask(Job::Facts, 'a.zip', '/nowhere'))
        ->toEqual(new ArchiveFacts());
    unset($cage);
    expect(cages())->toBe([]);
});

it('is bounded by the system, and knows nothing of the application', function (): void {
    putenv('DB_PASSWORD=secret');
    $cage = new Cage(Cage::TASK);
    $cage->ask(Job::Look, 'a.zip', $this->archive, 'a.zip');
    [$id] = cages();
    $limits = (string) file_get_contents("/proc/{$id}/limits");
    expect($limits)
        ->toMatch('/^Max cpu time\s+300 /m')
        ->toMatch('/^Max address space\s+1200000000 /m')
        ->toMatch('/^Max file size\s+600000000 /m')
        ->toMatch('/^Max open files\s+1024 /m')
        ->and((string) file_get_contents("/proc/{$id}/environ"))
        ->not->toContain('DB_')
        ->not->toContain('APP_KEY')
        // Nothing that was open here is open there: three pipes, its script while it is read, and what PHP itself opens.
        ->and(
            array_filter(
                array_map(fn (string $fd): string => (string) @readlink($fd), glob("/proc/{$id}/fd/*") ?: []),
                fn (string $to): bool => str_contains($to, '/lock'),
            ),
        )
        ->toBe([]);
    putenv('DB_PASSWORD');
});

it('refuses what takes longer than is waited for, and what ends the process, and answers the next question', function (): void {
    $hurried = new Cage(0.0);
    expect(fn () => $hurried->ask(Job::Look, 'slow.zip', $this->archive, 'slow.zip'))
        ->toThrow(Refusal::class, 'slow.zip cannot be read within the time and memory')
        ->and(cages())
        ->toBe([]);
    $cage = new Cage(Cage::TASK);
    $cage->ask(Job::Look, 'a.zip', $this->archive, 'a.zip');
    posix_kill(cages()[0], SIGKILL);
    expect(fn () => $cage->ask(Job::Look, 'a.zip', $this->archive, 'a.zip'))
        ->toThrow(Refusal::class, 'cannot be read within')
        ->and($cage->ask(Job::Look, 'a.zip', $this->archive, 'a.zip'))
        ->toHaveCount(1);
});

it('keeps a picture of few bytes and many pixels from taking memory', function (): void {
    $wide = imagecreatetruecolor(5_000, 5_000);
    ob_start();
    imagepng($wide, null, 9);
    $bytes = (string) ob_get_clean();
    $cage = new Cage(Cage::TASK);
    expect(strlen($bytes))
        ->toBeLessThan(200_000)
        ->and(getimagesizefromstring((string) $cage->ask(Scaled::class, 'wide.png', $bytes, Scaled::PACK)))
        ->toMatchArray(['mime' => 'image/png']);
    [$id] = cages();
    preg_match('/^VmHWM:\s+(\d+)/m', (string) file_get_contents("/proc/{$id}/status"), $most);
    expect(1_000 * (int) $most[1])->toBeLessThan(256_000_000);
});

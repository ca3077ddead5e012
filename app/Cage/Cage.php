<?php

declare(strict_types=1);

namespace App\Cage;

use App\Refusal\Refusal;
use App\Work\Signal;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Provision;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Evidence\ArchiveFacts;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\SaidRelation;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Evidence\Proposal;
use Stasimon\Core\Merge\UnmergeableArchive;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;
use Throwable;

/**
 * A process in which strangers' content is read: its memory, its time and what it writes are bounded (prlimit(1)), it starts
 * no other process, and it goes when whoever asks it goes. It answers one question after another; after one that it could not
 * answer in time another process takes its place.
 */
final class Cage
{
    /** Bytes of memory: of what PHP holds, and of all that the process has mapped. */
    private const MEMORY = 200_000_000;

    private const MAPPED = 1_200_000_000;

    /** Seconds of processor for one process, whatever it is asked; and questions that it answers. */
    private const PROCESSOR = 300;

    private const QUESTIONS = 500;

    /** Bytes of a file that it writes, as one archive out of another, and of an answer. */
    private const WRITTEN = 600_000_000;

    private const ANSWER = 64_000_000;

    /** What a page waits for, in seconds; and a task. */
    public const PAGE = 5.0;

    public const TASK = 120.0;

    /** All that an answer is made of, beside strings, numbers and lists. */
    public const ANSWERS = [
        Described::class,
        SaidRelation::class,
        Target::class,
        Provision::class,
        Proposal::class,
        ArchiveFacts::class,
        ArchiveEntry::class,
        Kind::class,
        Scheme::class,
        Syntax::class,
    ];

    /** Ways of saying no that are passed on as they are. */
    private const FAULTS = [UnreadableDescriptor::class, UnsafeArchive::class, UnmergeableArchive::class, Refusal::class];

    /** @var resource|null */
    private $process;

    /** @var array<int, resource> */
    private array $pipes = [];

    private int $asked = 0;

    public function __construct(private readonly float $seconds)
    {
    }

    public function __destruct()
    {
        $this->end();
    }

    /**
     * @param  Job|class-string<Caged>  $job
     * @param  string  $name  what is read, for a sentence
     *
     * @throws Refusal for what cannot be read within the bounds
     * @throws UnreadableDescriptor
     * @throws UnsafeArchive
     */
    public function ask(Job|string $job, string $name, mixed ...$given): mixed
    {
        if ($this->process === null || ++$this->asked > self::QUESTIONS) {
            $this->begin();
        }
        $question = serialize([$job instanceof Job ? $job->value : $job, array_values($given)]);
        $answer = @fwrite($this->pipes[0], strlen($question)."\n".$question) === false ? null : $this->answer();
        if ($answer === null) {
            $this->end();
            throw Refusal::unusable(
                "{$name} cannot be read within the time and memory that are given to one file. Nothing of it was kept.",
            );
        }
        if (isset($answer['fault'])) {
            throw self::fault(...$answer['fault']);
        }

        return $answer['answer'] ?? null;
    }

    private function begin(): void
    {
        $this->end();
        $command = [
            'prlimit',
            '--as='.self::MAPPED,
            '--cpu='.self::PROCESSOR,
            '--fsize='.self::WRITTEN,
            '--core=0',
            // What whoever starts it has open, it has open, too.
            '--nofile=1024',
            '--',
            'php',
            '-d',
            'memory_limit='.self::MEMORY,
            '-d',
            'opcache.enable_cli=0',
            '-d',
            'allow_url_fopen=0',
            '-d',
            'display_errors=stderr',
            '-d',
            'disable_functions=exec,passthru,shell_exec,system,proc_open,popen,pcntl_exec,pcntl_fork,mail,dl,fsockopen,stream_socket_clien'.
            't',
            base_path('app/Cage/process.php'),
        ];
        $process = proc_open($command, [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $this->pipes, base_path(), [
            'PATH' => '/usr/local/bin:/usr/bin:/bin',
            'LANG' => 'C.UTF-8',
            'TMPDIR' => sys_get_temp_dir(),
        ]);
        if ($process === false) {
            throw Refusal::busy('No process could be started to read it in. Try again in a moment.');
        }
        stream_set_blocking($this->pipes[1], false);
        [$this->process, $this->asked] = [$process, 1];
    }

    /** @return array{answer?: mixed, fault?: array{string, string, int}}|null null where none came in time */
    private function answer(): ?array
    {
        $until = microtime(true) + $this->seconds;
        $bytes = '';
        $length = null;
        while ($length === null || strlen($bytes) < $length) {
            $left = $until - microtime(true);
            [$read, $none] = [[$this->pipes[1]], null];
            if ($left <= 0 || @stream_select($read, $none, $none, (int) $left, (int) (1e6 * ($left - (int) $left))) === false) {
                return null;
            }
            $part = (string) fread($this->pipes[1], 1 << 20);
            if ($part === '' && feof($this->pipes[1])) {
                return null;
            }
            $bytes .= $part;
            if ($length === null && ($end = strpos($bytes, "\n")) !== false) {
                [$length, $bytes] = [(int) substr($bytes, 0, $end), substr($bytes, $end + 1)];
            }
            if ($length > self::ANSWER || strlen($bytes) > self::ANSWER) {
                return null;
            }
        }
        $answer = @unserialize($bytes, ['allowed_classes' => self::ANSWERS]);

        return is_array($answer) ? $answer : null;
    }

    private static function fault(string $class, string $sentence, int $status): Throwable
    {
        return match (true) {
            $class === Refusal::class && $status === 413 => Refusal::tooLarge($sentence),
            $class === Refusal::class || ! in_array($class, self::FAULTS, true) => Refusal::unusable($sentence),
            default => new $class($sentence),
        };
    }

    private function end(): void
    {
        if ($this->process !== null) {
            $id = proc_get_status($this->process)['pid'];
            posix_kill($id, Signal::KILL);
            array_map(fclose(...), $this->pipes);
            proc_close($this->process);
        }
        [$this->process, $this->pipes] = [null, []];
    }
}

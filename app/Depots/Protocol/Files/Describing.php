<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Files;

use App\Cage\StrangersFiles;
use App\Depots\Protocol\ChangeFeed;
use App\Games\Games;
use App\Refusal\Refusal;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\DescriptorRule;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** What archives say of themselves by the definitions of all games that are known here; looked at in the cage. */
final class Describing
{
    /** Bytes of a descriptor. */
    private const LONGEST = 1_000_000;

    /** @var array{string, list<DescriptorRule>}|null as they are written, and read */
    private ?array $rules = null;

    public function __construct(private readonly StrangersFiles $reading, private readonly Games $games)
    {
    }

    /** Of how things are described: another one wherever the same file may be described in another way. */
    public function stamp(): string
    {
        return hash('sha256', $this->rules()[0]);
    }

    /** Whether a file in an archive may say what the archive is. */
    public function isWanted(string $name, int $size): bool
    {
        return $size <= self::LONGEST && array_any($this->rules()[1], fn (DescriptorRule $rule): bool => $rule->isAt($name));
    }

    /**
     * @param  string  $archive  its bytes, which need be no more than its descriptors
     *
     * @throws UnreadableDescriptor|UnsafeArchive|Refusal
     */
    public function of(string $archive, string $path): Described
    {
        // Where there is one, into a folder that lies in memory: there are thousands, and each is gone at once.
        $file = (string) tempnam(is_writable('/dev/shm') ? '/dev/shm' : sys_get_temp_dir(), 'listed');
        try {
            file_put_contents($file, $archive);
            $said = $this->reading->describeBy($this->rules()[0], $file, basename($path));
        } finally {
            @unlink($file);
        }

        return ChangeFeed::isId($said->id) ? $said : throw new UnreadableDescriptor("Its id {$said->id} is none that can be used.");
    }

    /** @return array{string, list<DescriptorRule>} */
    private function rules(): array
    {
        if ($this->rules === null) {
            $written = $read = [];
            foreach ($this->games->all() as $game) {
                array_push($written, ...(json_decode($this->games->document($game->id))->descriptors ?? []));
                array_push($read, ...$game->descriptors);
            }
            $this->rules = [json_encode(['descriptors' => $written], JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION), $read];
        }

        return $this->rules;
    }
}

<?php

declare(strict_types=1);

namespace App\Packs\Sets;

use App\Access\Access;
use App\Depots\Address;
use App\Depots\Protocol\Asking\Guarded;
use App\Files\PlainFile;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use Stasimon\Core\Pack\SetEntry;
use Stasimon\Core\Pack\SetHead;

/** Where a set is read: an address of the web, or a folder of this machine that may be read. */
final readonly class SetPlace
{
    private function __construct(private string $name, private ?Address $address, private string $folder)
    {
    }

    /** @throws Refusal for a place that may not be read */
    public static function of(string $text, Access $access): self
    {
        $text = self::plain($text);

        return preg_match('~^https?://~i', $text) === 1
            ? new self($text, Address::of($text), '')
            : new self($text, null, $access->folder($text));
    }

    /** @throws Refusal where nobody can be asked there, or nobody may be */
    public function check(): void
    {
        $this->address?->reachable();
    }

    /** One way to write it, whether or not the head was named. */
    public static function plain(string $text): string
    {
        return rtrim((string) preg_replace('~/'.preg_quote(SetHead::NAME, '~').'$~', '', trim($text)), '/');
    }

    /** @throws Refusal where there is none */
    public function head(): string
    {
        if ($this->address !== null) {
            return (new Guarded($this->name, $this->address))->get(SetHead::NAME, SetHead::LONGEST)->getContents();
        }

        return PlainFile::text("{$this->folder}/".SetHead::NAME, SetHead::LONGEST) ??
            throw Refusal::notFound('There is no set in that folder: it has no '.SetHead::NAME.'.');
    }

    /**
     * Fetches a state into a file of its own, which whoever asked takes away.
     *
     * @throws Refusal where it is not what the head says
     */
    public function fetch(SetEntry $entry): string
    {
        $to = (string) tempnam(sys_get_temp_dir(), 'stasimon-set');
        $name = SetHead::file($entry->number);
        if ($this->address === null) {
            is_file("{$this->folder}/{$name}") && PlainFile::copy("{$this->folder}/{$name}", $to);
        } else {
            $from = (new Guarded($this->name, $this->address))->get($name, $entry->size);
            $file = @fopen($to, 'wb') ?: throw FullDisk::writing($name);
            while (! $from->eof()) {
                $part = $from->read(1 << 20);
                fwrite($file, $part) === strlen($part) || throw FullDisk::writing($name);
            }
            fclose($file);
        }
        if (filesize($to) !== $entry->size || hash_file('sha256', $to) !== $entry->sha256) {
            unlink($to);
            throw Refusal::conflict("What came as state {$entry->number} is not what was signed. Nothing of it was kept.");
        }

        return $to;
    }
}

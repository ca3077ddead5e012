<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Listing;

use App\Depots\Address;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\Guarded;
use Closure;
use Generator;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Evidence\Repository\DirectoryPage;

/** Walks through the folders that a web server shows, many at a time; one that has not changed does not come again. */
final readonly class DirectoryPages
{
    private const PAGES = 100_000;

    private const DEEP = 24;

    private const TOGETHER = 64;

    /** Bytes of a page. */
    private const LONGEST = 20_000_000;

    public function __construct(private Guarded $asked, private Address $address, private string $name)
    {
    }

    /**
     * The paths of all files below the address, each with what its page says beside it.
     *
     * @param  Closure(int, int): void  $progress
     * @return Generator<string, string>
     *
     * @throws DepotFailure where it does not show its folder
     */
    public function files(Closure $progress): Generator
    {
        $left = [''];
        $asked = 0;
        while ($left !== []) {
            // The newest first: of many folders, few are open at a time.
            $portion = array_splice($left, -self::TOGETHER);
            $asked += count($portion);
            if ($asked > self::PAGES) {
                throw DepotFailure::tooMany($this->name, Limits::PACKAGES);
            }
            foreach ($this->pages($portion) as $folder => $page) {
                foreach ($page->files as $file => $mark) {
                    yield $folder.$file => $mark;
                }
                foreach (substr_count($folder, '/') < self::DEEP ? $page->folders : [] as $name) {
                    $left[] = "{$folder}{$name}/";
                }
            }
            $progress($asked, $asked + count($left));
        }
    }

    /**
     * Whether a file that is such a one lies where the folders lead to, of those that are looked into first.
     *
     * @param  Closure(string): bool  $is
     *
     * @throws DepotFailure where it does not show its folder
     */
    public function leadTo(Closure $is, int $pages): bool
    {
        $left = [''];
        for ($turn = 0; $turn < $pages && $left !== []; $turn++) {
            $folder = (string) array_pop($left);
            foreach ($this->pages([$folder]) as $page) {
                if (array_any(array_keys($page->files), fn (int|string $file): bool => $is($folder.$file))) {
                    return true;
                }
                array_push($left, ...array_map(fn (string $name): string => "{$folder}{$name}/", $page->folders));
            }
        }

        return false;
    }

    /**
     * @param  list<string>  $folders  each with a slash at its end, or nothing for the outermost
     * @return array<string, DirectoryPage> without those that show nothing
     *
     * @throws DepotFailure
     */
    private function pages(array $folders): array
    {
        $encoded = [];
        foreach ($folders as $folder) {
            $encoded[$folder] = '/'.implode('/', array_map(rawurlencode(...), explode('/', $folder)));
        }
        $texts = $this->asked->texts(array_values($encoded), self::LONGEST);
        $path = parse_url($this->address->url, PHP_URL_PATH);
        $pages = [];
        foreach ($encoded as $folder => $at) {
            $text = $texts[$at];
            $page = is_string($text) ? DirectoryPage::read($text, (is_string($path) ? $path : '').$at) : null;
            if ($page !== null) {
                $pages[(string) $folder] = $page;
            } elseif ((string) $folder === '') {
                throw DepotFailure::otherKind($this->name);
            }
        }

        return $pages;
    }
}

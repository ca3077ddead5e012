<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Version\ReleaseSet;

/** What can stand under an instance of one exact game version. */
final readonly class BaseChoice
{
    public function __construct(private GameDefinition $game, private Package $gamePackage)
    {
    }

    /**
     * The builds of a loader for a game version, newest first.
     *
     * @param  array<string, list<string>>  $recommended  who recommends => versions of the loader; whose word counts most first
     * @return list<LoaderBuild>
     */
    public function builds(Package $loader, array $recommended, string $version): array
    {
        $builds = [];
        $position = $this->gamePackage->positionOf($version);
        foreach (array_reverse($loader->releases) as $release) {
            if ($position === null || ! $this->runsOn($loader, $release->version, $position)) {
                continue;
            }
            $builds[] = new LoaderBuild($release->version, null, $builds === []);
        }
        foreach ($recommended as $by => $versions) {
            foreach ($builds as $i => $build) {
                if (in_array($build->version, $versions, true)) {
                    $builds[$i] = new LoaderBuild($build->version, (string) $by, $build->newest);

                    return $builds;
                }
            }
        }

        return $builds;
    }

    private function runsOn(Package $loader, string $build, int $position): bool
    {
        $allowed = ReleaseSet::all(count($this->gamePackage->releases));
        foreach ($loader->release($build)?->needs() ?? [] as $need) {
            foreach ($need->alternatives as $target) {
                if ($target->id === $this->gamePackage->id) {
                    $allowed = $allowed->intersect($this->gamePackage->within($target->range, $loader->syntax));
                }
            }
        }

        return $allowed->has($position);
    }

    /**
     * The build to begin with: the recommended one, or the newest when there is none.
     *
     * @param  list<LoaderBuild>  $builds
     */
    public static function preferred(array $builds): ?LoaderBuild
    {
        foreach ($builds as $build) {
            if ($build->isRecommended()) {
                return $build;
            }
        }

        return $builds[0] ?? null;
    }

    /** @return array<string, bool> runtime version, newest first => whether it is enough for the game version */
    public function runtimes(string $version): array
    {
        [, $runtime] = $this->game->packages();
        $range = $this->game->version($version)->runtimeRange ?? '*';
        $enough = $runtime->within($range, $runtime->syntax);
        $runtimes = [];
        foreach (array_reverse($runtime->releases, true) as $position => $release) {
            $runtimes['v'.$release->version] = $enough->has($position);
        }

        return $runtimes;
    }
}

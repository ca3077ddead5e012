<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Configs\ConfigSettings;
use App\Drafts\Steps\Replace;
use App\Drafts\Steps\SetConfig;
use App\Drafts\Steps\SetRange;
use App\Drafts\Steps\TurnOff;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Resolving;
use App\Findings\Seen;
use App\Models\LaunchState;
use App\Notices\Known;
use App\Notices\KnownNotices;
use App\Notices\Origin;
use Stasimon\Core\Notice\NoticeKind;

/** Somebody says something about a release that is here. */
final readonly class Notices implements FindingRule
{
    public function __construct(private Resolving $resolving, private ConfigSettings $settings)
    {
    }

    public static function called(): string
    {
        return 'Notices';
    }

    public static function help(): string
    {
        return 'Depots, lists that you subscribe to and you yourself say what was found out about a release: that it is broken, '.
            'fine, or must not stand beside another. They say so; it was not tried here.';
    }

    public function findings(Seen $seen): array
    {
        if ($seen->instance->applied_at === null && ! $seen->isDraft) {
            return [];
        }
        $together = $fine = [];
        $last = $seen->instance->relationLoaded('lastRehearsal') ? $seen->instance->lastRehearsal : null;
        $isToldByLaunch = $last !== null && $last->state === LaunchState::Failed && $last->isOfNow($seen->instance);
        $now = $isToldByLaunch ? $seen->instance->versions() : [];
        foreach (KnownNotices::holding($seen->versions, $seen->catalogue) as $one) {
            // What the last launch tells by itself is not told twice, nor as new with a draft that leaves it as it is.
            if ($one->origin === Origin::Launch && $isToldByLaunch && $one->notice->holds($now, $seen->catalogue)) {
                continue;
            }
            if ($one->notice->kind === NoticeKind::Setting && $this->isSet($one, $seen)) {
                continue;
            }
            // The same word of several is one finding, with all who say it.
            $key = "{$one->notice->about} {$one->notice->kind->value} ".implode(' ', array_keys($one->notice->beside));
            $one->notice->kind === NoticeKind::Fine ? ($fine[$one->notice->about][] = $one) : ($together[$key][] = $one);
        }

        return array_map(
            fn (array $said): Finding => $this->told($said, $fine[$said[0]->notice->about] ?? [], $seen),
            array_values($together),
        );
    }

    /**
     * @param  non-empty-list<Known>  $said  by several, of the same kind
     * @param  list<Known>  $fine  by those that say otherwise
     */
    private function told(array $said, array $fine, Seen $seen): Finding
    {
        $notice = $said[0]->notice;
        $title = $seen->title($notice->about);
        $version = $notice->releases === '*' ? '' : " {$seen->versions[$notice->about]}";
        $isFound = $said[0]->origin === Origin::Search;
        $met = implode(' and ', array_map($seen->title(...), $notice->met($seen->versions, $seen->catalogue)));
        [$level, $words] = match ($notice->kind) {
            NoticeKind::Broken => [Level::Breaks, $version.($isFound ? ' does not come up here' : ' is reported broken')],
            NoticeKind::Apart => [Level::Breaks, "{$version} must not stand beside {$met}"],
            NoticeKind::Setting => [Level::Look, "{$version} needs a setting: {$notice->key} = {$notice->value} in {$notice->file}"],
            NoticeKind::Caution => [
                Level::Look,
                $said[0]->origin === Origin::Launch ? "{$version} failed in a launch here" : ' needs caution',
            ],
            NoticeKind::Place => [Level::Look, "{$version} belongs in {$notice->place}"],
            default => [Level::Look, "{$version} {$notice->kind->words()}"],
        };
        $texts = array_map(fn (Known $one): string => "{$one->sentence()} {$one->saying()}", $said);
        $otherwise = array_map(
            fn (Known $one): string => ucfirst($one->source()).' says that it is fine: '.$one->sentence(),
            $fine,
        );

        return new Finding(
            $level,
            $title.$words,
            implode(' ', [...$texts, ...$otherwise]),
            $notice->about,
            $this->remedies($said[0], $seen),
        );
    }

    /** @return list<Remedy> */
    private function remedies(Known $one, Seen $seen): array
    {
        $notice = $one->notice;
        $id = $notice->about;
        if ($notice->kind === NoticeKind::Setting) {
            return $this->settings->canSet($seen->asSeen(), $notice->file, $notice->key, $notice->value)
                ? [Remedy::step("Set {$notice->key} to {$notice->value}", $seen->instance, new SetConfig(
                    $notice->file,
                    $notice->key,
                    $notice->value,
                ))]
                : [];
        }
        if (! $seen->plan->wants($id)) {
            return [];
        }
        $remedies = [];
        $isNew = $notice->instead !== '' && ! isset($seen->versions[$notice->instead]);
        if ($isNew && $this->resolving->holds($seen->plan->without($id)->wanting($notice->instead), $seen->instance)) {
            $words = 'Use '.$seen->title($notice->instead).' instead';
            $remedies[] = Remedy::step($words, $seen->instance, new Replace($id, $notice->instead));
        }
        $other = in_array($notice->kind, [NoticeKind::Broken, NoticeKind::Caution, NoticeKind::Apart], true)
            ? self::otherRelease($one, $seen)
            : null;
        if ($other !== null && $this->resolving->holds($seen->plan->ranging($id, $other), $seen->instance)) {
            $words = "Use another release than {$seen->versions[$id]}";
            $remedies[] = Remedy::step($words, $seen->instance, new SetRange($id, $other));
        }
        if ($notice->kind === NoticeKind::Apart) {
            $remedies[] = Remedy::step("Turn {$seen->title($id)} off", $seen->instance, new TurnOff([$id]));
        }

        return $remedies;
    }

    private function isSet(Known $one, Seen $seen): bool
    {
        return $this->settings->value($seen->asSeen(), $one->notice->file, $one->notice->key) === $one->notice->value;
    }

    /** A range, in the syntax of wants, that leaves out the releases that a notice is about; null when there is no other. */
    private static function otherRelease(Known $one, Seen $seen): ?string
    {
        $package = $seen->catalogue->package($one->notice->about);
        $about = $package === null ? [] : $one->notice->of($package)->positions();
        if ($package === null || $about === [] || count($about) >= count($package->releases)) {
            return null;
        }
        [$first, $last] = [min($about), max($about)];
        $exactly = fn (int $position): string => substr($package->exactly($package->releases[$position]->version), 1);

        return $last + 1 < count($package->releases) ? '>'.$exactly($last) : '<'.$exactly($first);
    }
}

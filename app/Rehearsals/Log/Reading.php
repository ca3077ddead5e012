<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use App\Disk\Archives;
use App\Disk\FileState;
use App\Disk\Folder;
use App\Disk\FolderFile;
use App\Disk\Inventory;
use App\Drafts\Drafting;
use App\Drafts\LineUps;
use App\Drafts\Trials;
use App\Games\Games;
use App\Models\Draft;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\Rehearsal;
use App\Models\Side;
use App\Refusal\Refusal;
use App\Shelf\Strays;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Diagnose\Advice;
use Stasimon\Core\Diagnose\Circumstances;
use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\Holders;
use Stasimon\Core\Diagnose\Lying;
use Stasimon\Core\Diagnose\PlanRemedy;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\LogLevel;
use Stasimon\Core\Log\LogLine;
use Stasimon\Core\Plan\Plan;

/** What a log says, whose fault it is, and what would help. */
final readonly class Reading
{
    /** Lines of a log in which a server says where it is open. */
    private const UNTIL_OPEN = 5_000;

    /** The key of everything at once that a log misses. */
    private const ALL = 'add all';

    public function __construct(
        private Games $games,
        private Drafting $drafting,
        private LineUps $lineUps,
        private Archives $archives,
        private Trials $trials,
        private Lessons $lessons,
        private Strays $strays,
        private Inventory $inventory,
    ) {
    }

    public function log(Rehearsal $rehearsal): LogFile
    {
        return new LogFile(
            (new Folder($rehearsal->instance))->log($rehearsal->number),
            $this->games->get($rehearsal->plan->base->game)->log,
        );
    }

    /** Where a server says that it is open; nothing where it does not. */
    public function openAt(Rehearsal $rehearsal): string
    {
        $pattern = $this->games->get($rehearsal->plan->base->game)->launch->open;
        $lines = 0;
        foreach ($pattern === '' || $rehearsal->side !== Side::Server ? [] : $this->log($rehearsal)->each() as $line) {
            if (preg_match($pattern, $line->message, $found) === 1) {
                return $found['server'] ?? '';
            }
            if (++$lines >= self::UNTIL_OPEN) {
                break;
            }
        }

        return '';
    }

    /** @return string  what a rehearsal's log says, in the form in which it is kept */
    public function read(Rehearsal $rehearsal): string
    {
        return $this->of(
            $this->log($rehearsal)->each(),
            $this->games->get($rehearsal->plan->base->game),
            $rehearsal->instance,
            $rehearsal->state->isOver() ? $rehearsal->state === LaunchState::Failed : null,
            SinceClean::changed($rehearsal),
        );
    }

    /**
     * @param  iterable<LogLine>  $lines
     * @param  bool|null  $hasFailed  whether the launch failed, where that is known
     * @param  list<string>  $changed  packages that are not as they were when it last came up clean
     * @return string  {@see Said}
     */
    public function of(iterable $lines, GameDefinition $game, ?Instance $instance, ?bool $hasFailed = null, array $changed = []): string
    {
        $noticed = $instance === null ? [] : $this->noticed($instance);
        $diagnosing = new Diagnosing(
            $game->log,
            $game->platform,
            $instance === null ? Holders::nobody() : $this->holders($instance, $game),
            $game->id,
            new Circumstances($changed, $noticed),
        );
        $errors = [];
        foreach ($lines as $line) {
            $diagnosing->follow($line);
            if ($line->level === LogLevel::Error && count($errors) < 50) {
                $errors[$line->message] = true;
            }
        }
        $errors = array_map(strval(...), array_keys($errors));
        sort($errors, SORT_STRING);

        return Said::kept(
            $diagnosing->diagnoses($hasFailed),
            $diagnosing->course(),
            $errors,
            $hasFailed === false ? $diagnosing->worries() : [],
        );
    }

    /** @return list<string> packages of the line-up that a notice calls broken in the release that is there */
    private function noticed(Instance $instance): array
    {
        $versions = $instance->loadMissing('placed')->versions();
        $notices = DB::table('notices')
            ->where('kind', 'broken')
            ->whereIn('package_id', array_map(strval(...), array_keys($versions)))
            ->get(['package_id', 'version']);

        return array_values(
            array_unique(
                $notices
                    ->filter(fn (object $notice): bool => $notice->version === null || $notice->version === $versions[$notice->package_id])
                    ->pluck('package_id')
                    ->all(),
            ),
        );
    }

    private function holders(Instance $instance, GameDefinition $game): Holders
    {
        $instance->loadMissing('placed');
        $facts = $this->archives->facts($instance->placed->pluck('file_name', 'sha256')->all());
        $of = [];
        foreach ($instance->placed as $placed) {
            if ($placed->sha256 !== null) {
                $of[$placed->package_id] = $facts[trim($placed->sha256)];
            }
        }

        return Holders::of(
            $of,
            DB::table('placed_files')->where('instance_id', $instance->id)->pluck('package_id', 'path')->all(),
            $game->own,
        );
    }

    public function said(Rehearsal $rehearsal): Said
    {
        return Said::of($rehearsal->reading);
    }

    /** @return list<Read> what is wrong, in our words, with what would help now */
    public function findings(Rehearsal $rehearsal): array
    {
        return $this->counselled($this->diagnoses($rehearsal), $rehearsal->instance);
    }

    /** @return list<Diagnosis> of a failed launch, with what was said of such failures before */
    public function diagnoses(Rehearsal $rehearsal): array
    {
        if ($rehearsal->state !== LaunchState::Failed) {
            return [];
        }
        $diagnoses = $this->lessons->recalled($rehearsal->plan->base->game, $this->said($rehearsal)->diagnoses);
        $isNamed = array_filter($diagnoses, fn (Diagnosis $diagnosis): bool => $diagnosis->suspects !== []) !== [];

        return $isNamed || $rehearsal->plain || $this->isOfMachine($diagnoses)
            ? $diagnoses
            : [...$diagnoses, ...KnownFailures::in($rehearsal->versions ?? [], $this->lineUps->catalogue($rehearsal->instance))];
    }

    /** @param  list<Diagnosis>  $diagnoses */
    private function isOfMachine(array $diagnoses): bool
    {
        return array_filter($diagnoses, fn (Diagnosis $diagnosis): bool => $diagnosis->kind->isOfNoMod()) !== [];
    }

    /** @return list<string> what of a launch that came up is worth a look all the same */
    public function worries(Rehearsal $rehearsal): array
    {
        $worries = $rehearsal->state === LaunchState::Clean ? $this->said($rehearsal)->worries : [];
        $advice = $worries === [] ? null : $this->advice($rehearsal->instance, [], $rehearsal);

        return $advice === null ? [] : array_map($advice->sentence(...), $worries);
    }

    /** @return list<string> what is wrong, in our words alone */
    public function sentences(Rehearsal $rehearsal): array
    {
        $diagnoses = $this->diagnoses($rehearsal);
        $advice = $diagnoses === [] ? null : $this->advice($rehearsal->instance, [], $rehearsal);

        return $advice === null ? [] : array_map($advice->sentence(...), $diagnoses);
    }

    /**
     * @param  list<Diagnosis>  $diagnoses
     * @return list<Read>
     */
    public function counselled(array $diagnoses, Instance $instance): array
    {
        if ($diagnoses === []) {
            return [];
        }
        $advice = $this->adviceOn($diagnoses, $instance);

        return array_map(function (Diagnosis $diagnosis) use ($advice): Read {
            $tried = $advice->remedies($diagnosis);

            return new Read($diagnosis, $advice->sentence($diagnosis), $tried->counsels, $tried->isWhole);
        }, $diagnoses);
    }

    /**
     * @param  list<string>  $about  packages whose understudies may be wanted
     * @param  Rehearsal|null  $of  a launch whose line-up is meant; null for what is on disk now
     */
    public function advice(Instance $instance, array $about, ?Rehearsal $of = null): Advice
    {
        $instance->loadMissing('placed', 'draft');
        $catalogue = $this->lineUps->catalogue($instance);
        $understudies = [];
        foreach (
            DB::table('notices')
                ->whereIn('package_id', $about)
                ->whereNotNull('understudy')
                ->get(['package_id', 'understudy']) as $notice
        ) {
            $understudies[$notice->package_id][] = $notice->understudy;
        }

        return new Advice(
            $catalogue->game,
            $catalogue,
            $of->plan ?? $instance->plan,
            $of->versions ?? $instance->versions(),
            $understudies,
            $this->trials->of($instance),
            $this->lying($instance),
        );
    }

    /** @return list<PlanRemedy> what is otherwise in the folder than it was laid, and what takes that back */
    public function lyingSteps(Instance $instance): array
    {
        $steps = [];
        $disturbed = array_map(
            fn (FolderFile $file): string => $file->path.($file->state === FileState::Missing ? ' is gone' : ' was changed by hand'),
            $this->inventory->disturbed($instance),
        );
        if ($disturbed !== []) {
            $said =
                implode(', ', array_slice($disturbed, 0, 3)).(count($disturbed) > 3 ? ' and '.(count($disturbed) - 3).' more' : '');
            $steps[] = new PlanRemedy('since files', $said, fn (Plan $plan): Plan => $plan->puttingBack());
        }
        foreach ($this->strays->of($instance) as $stray) {
            $path = $stray->path;
            $steps[] = new PlanRemedy(
                "since {$stray->key}",
                mb_scrub($path).' was put there by hand',
                fn (Plan $plan): Plan => $plan->takingOut($path),
            );
        }

        return $steps;
    }

    private function lying(Instance $instance): Lying
    {
        $strays = [];
        foreach ($this->strays->of($instance) as $stray) {
            $strays[$stray->path] = $stray->package();
        }
        $disturbed = array_map(fn (FolderFile $file): string => (string) $file->package, $this->inventory->disturbed($instance));

        return new Lying($strays, array_values(array_unique($disturbed)));
    }

    /**
     * Everything at once that a log misses and a depot has.
     *
     * @param  list<Read>  $findings
     */
    public function allMissing(array $findings): ?PlanRemedy
    {
        $add = [];
        foreach ($findings as $finding) {
            foreach ($finding->remedies as $counsel) {
                if ($counsel->adds !== null) {
                    $add[$counsel->adds] = $counsel;
                }
            }
        }

        return count($add) < 2
            ? null
            : new PlanRemedy(
                self::ALL,
                'Add all '.count($add).' that are missing',
                fn (Plan $plan): Plan => array_reduce($add, fn (Plan $plan, PlanRemedy $one): Plan => ($one->change)($plan), $plan),
            );
    }

    /**
     * Puts a remedy into the draft, beside what is in it. It is not tried again first: the draft says what it leads to.
     *
     * @param  list<Diagnosis>  $diagnoses
     *
     * @throws Refusal that says what is otherwise than when it was shown
     */
    public function take(Instance $instance, array $diagnoses, string $key): Draft
    {
        $advice = $this->adviceOn($diagnoses, $instance);
        if ($key === self::ALL) {
            $counsel = $this->allMissing($this->counselled($diagnoses, $instance));
        }
        foreach ($diagnoses as $diagnosis) {
            $counsel ??= $advice->candidate($diagnosis, $key);
        }

        return $this->draft($instance, $counsel ?? throw Refusal::conflict($this->otherwise($instance, $key)));
    }

    /** Why a remedy is none any more, as far as its key tells. */
    private function otherwise(Instance $instance, string $key): string
    {
        [$what, $id] = [...explode(' ', $key, 3), '', ''];
        $title = $instance->titles()[$id] ?? $id;
        $plan = $instance->plan;

        return match (true) {
            $what === 'out' => 'That file is not in the folder any more, or is another one by now.',
            in_array($what, ['off', 'instead', 'release'], true) && ! isset($instance->versions()[$id]) => "{$title} is not in the ".
                'line-up any more: something was applied since.',
            in_array($what, ['off', 'instead'], true) && ! $plan->wants($id) => "{$title} is not asked for by itself any more: something ".
                'was applied since.',
            $what === 'add' && isset($instance->versions()[$id]) => "{$title} is in the line-up by now.",
            $what === 'put' => 'The files are as they were placed, so there is nothing to put back.',
            default => 'What is applied has changed since this was shown, and it is none of what would help now.',
        }.' Nothing was changed; the page shows what would help now.';
    }

    /** @param  list<Diagnosis>  $diagnoses */
    private function adviceOn(array $diagnoses, Instance $instance): Advice
    {
        return $this->advice(
            $instance,
            array_merge(
                [],
                ...array_map(fn (Diagnosis $diagnosis): array => [...$diagnosis->suspects, $diagnosis->get('target')], $diagnoses),
            ),
        );
    }

    public function draft(Instance $instance, PlanRemedy $counsel): Draft
    {
        return $this->drafting->step($instance, fn (Plan $plan): Plan => ($counsel->change)($plan));
    }
}

<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use App\Refusal\Refusal;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\Lesson;
use Stasimon\Core\Game\Failure;
use stdClass;

/** What a person has said of failures, kept for the next time that the same lines come. */
final readonly class Lessons
{
    /** How many are kept of a game; of more the oldest go. */
    private const KEPT = 500;

    /** @return Collection<int, stdClass> as they are kept, the newest first, with what their packages are called */
    public function all(): Collection
    {
        return DB::table('lessons')
            ->leftJoin('packages', 'packages.id', '=', 'lessons.package_id')
            ->orderByDesc('lessons.id')
            ->get(['lessons.*', 'packages.name'])
            ->each(function (stdClass $row): void {
                $row->title = $row->name ?? $row->package_id;
                $row->line = mb_strimwidth(
                    str_replace('\\d+', '#', (string) preg_replace('/\\\\([^d])/', '$1', substr($row->pattern, 2, -2))),
                    0,
                    160,
                    '…',
                );
            });
    }

    /**
     * @param  list<Diagnosis>  $diagnoses
     * @return list<Diagnosis> with what was said of such failures before
     */
    public function recalled(string $game, array $diagnoses): array
    {
        if ($diagnoses === []) {
            return [];
        }
        $rows = $this->all()->where('game', $game);
        $titles = $rows->pluck('title', 'package_id')->all();
        $lessons = array_values(
            $rows->map(fn (stdClass $row): Lesson => new Lesson(Failure::from($row->kind), $row->pattern, $row->package_id))->all(),
        );

        return array_map(
            fn (Diagnosis $one): Diagnosis => Lesson::recalled($lessons, $one, fn (string $id): string => $titles[$id] ?? $id),
            $diagnoses,
        );
    }

    /**
     * Keeps that a package was at fault, in place of what was said of the same lines before.
     *
     * @param  list<Read>  $findings
     * @param  array<string, string>  $lineUp  package => its version or name
     */
    public function learn(string $game, array $findings, int $number, string $package, array $lineUp): void
    {
        $finding =
            $findings[$number] ??
            throw Refusal::conflict('That failure is not told of here any more. Nothing was kept; load the page again.');
        isset($lineUp[$package]) ||
            throw Refusal::conflict('That package is not in the line-up, so it cannot have been at fault. Nothing was kept.');
        $finding->diagnosis->quotes !== [] ||
            throw Refusal::conflict('No line of the log tells of it, so it could not be known again by one. Nothing was kept.');
        $lesson = Lesson::from($finding->diagnosis, $package);
        DB::transaction(function () use ($game, $lesson): void {
            DB::table('lessons')
                ->where(['game' => $game, 'kind' => $lesson->kind->value, 'pattern' => $lesson->pattern])
                ->delete();
            DB::table('lessons')->insert([
                'game' => $game,
                'kind' => $lesson->kind->value,
                'pattern' => $lesson->pattern,
                'package_id' => $lesson->package,
            ]);
            DB::delete(
                'delete from lessons where game = ? and id not in (select id from lessons where game = ? order by id desc limit '.
                    self::KEPT.
                    ')',
                [$game, $game],
            );
        });
    }

    public function forget(int $id): void
    {
        DB::table('lessons')->where('id', $id)->delete();
    }

    /** @return string  docs/formats/lessons.schema.json */
    public function document(): string
    {
        $lessons = $this->all()
            ->reverse()
            ->values()
            ->map(
                fn (stdClass $row): array => [
                    'game' => $row->game,
                    'kind' => $row->kind,
                    'pattern' => $row->pattern,
                    'package' => $row->package_id,
                ],
            )
            ->all();

        return json_encode(
            ['format' => 'stasimon/lessons', 'revision' => 1, 'lessons' => $lessons],
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        )."\n";
    }
}

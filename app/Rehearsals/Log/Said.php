<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\Sureness;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Game\LogLevel;
use Stasimon\Core\Log\Course;
use Stasimon\Core\Log\LogLine;
use Stasimon\Core\Log\Stretch;

/** What a log says, as it was read once and is kept. */
final readonly class Said
{
    /**
     * @param  list<Diagnosis>  $diagnoses
     * @param  list<Stretch>  $phases
     * @param  list<Stretch>  $starts
     * @param  float  $end  seconds
     * @param  list<string>  $errors  what its error lines say, without what is only the order of things
     * @param  list<Diagnosis>  $worries  what of a launch that came up is worth a look all the same
     */
    private function __construct(
        public array $diagnoses,
        public array $phases,
        public array $starts,
        public float $end,
        public array $errors,
        public array $worries,
    ) {
    }

    /**
     * @param  list<Diagnosis>  $diagnoses
     * @param  list<string>  $errors
     * @param  list<Diagnosis>  $worries
     * @return string  as it is kept: JSON, as {@see of()} reads it
     */
    public static function kept(array $diagnoses, Course $course, array $errors, array $worries = []): string
    {
        $told = fn (Diagnosis $one): array => [
            'kind' => $one->kind->value,
            'quotes' => array_map(
                fn (LogLine $line): array => [$line->number, $line->time, $line->thread, $line->levelName(), $line->logger, $line->message],
                $one->quotes,
            ),
            'details' => $one->details(),
            'suspects' => $one->suspects,
            'sure' => $one->sure->value,
            'why' => $one->why,
        ];
        $stretch = fn (Stretch $one): array => [
            $one->name,
            $one->version,
            round($one->begin, 3),
            $one->end === null ? null : round($one->end, 3),
        ];

        $said = [
            'diagnoses' => array_map($told, $diagnoses),
            'worries' => array_map($told, $worries),
            'phases' => array_map($stretch, $course->phases()),
            'starts' => array_map($stretch, $course->starts()),
            'end' => round($course->end(), 3),
            'errors' => $errors,
        ];

        return json_encode($said, JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR);
    }

    /** @param  string|null  $json  null where nothing was kept */
    public static function of(?string $json): self
    {
        $kept = $json === null ? [] : json_decode($json, true, flags: JSON_THROW_ON_ERROR);
        $stretch = fn (array $one): Stretch => new Stretch(...$one);
        $told = fn (array $one): Diagnosis => new Diagnosis(
            Failure::from($one['kind']),
            array_values(array_map(self::line(...), $one['quotes'])),
            $one['details'],
            $one['suspects'],
            Sureness::from($one['sure']),
            $one['why'],
        );

        return new self(
            array_map($told, array_values($kept['diagnoses'] ?? [])),
            array_map($stretch, array_values($kept['phases'] ?? [])),
            array_map($stretch, array_values($kept['starts'] ?? [])),
            (float) ($kept['end'] ?? 0),
            $kept['errors'] ?? [],
            array_map($told, array_values($kept['worries'] ?? [])),
        );
    }

    /** @param  array{int, string, string, string, string, string}  $kept */
    private static function line(array $kept): LogLine
    {
        $kept[3] = LogLevel::tryFrom($kept[3]);

        return new LogLine(...$kept);
    }
}

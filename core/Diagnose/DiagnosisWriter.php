<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Log\LogLine;

/** Writes what a log means as a document: docs/formats/diagnosis.schema.json. */
final readonly class DiagnosisWriter
{
    /**
     * @param  list<Diagnosis>  $diagnoses
     * @param  int  $lines  lines that were read
     */
    public static function write(array $diagnoses, Telling $telling, int $lines): string
    {
        return json_encode([
            'format' => 'stasimon/diagnosis',
            'revision' => 1,
            'lines' => $lines,
            'failures' => array_map(fn (Diagnosis $one): array => [
                'kind' => $one->kind->value,
                'sentence' => $telling->sentence($one),
                'sure' => $one->sure->value,
                'why' => $one->why,
                'suspects' => $one->suspects,
                'details' => (object) array_filter($one->details(), fn (string $detail): bool => $detail !== ''),
                'quotes' => array_map(fn (LogLine $line): array => ['line' => $line->number, 'text' => $line->message], $one->quotes),
            ], $diagnoses),
        ], JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE)."\n";
    }
}

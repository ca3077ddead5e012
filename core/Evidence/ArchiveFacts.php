<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

/** What an archive holds that says what it runs on, and that tells its code from others'. */
final readonly class ArchiveFacts
{
    /**
     * @param  int  $level  the highest class-file level; 0 where there is no class
     * @param  string  $witness  the file that has it
     * @param  int  $framework  the major version of .NET that an assembly is made for; 0 where none says so
     * @param  string  $assembly  the file that says so
     * @param  list<string>  $namespaces  "oakum.sky": Java packages that it has classes in
     * @param  list<string>  $assemblies  names of its assemblies
     * @param  array<string, string>  $embedded  path of a library inside it => its version, or nothing
     * @param  array<string, string>  $manifest  main attributes
     */
    public function __construct(
        public int $level = 0,
        public string $witness = '',
        public int $framework = 0,
        public string $assembly = '',
        public array $namespaces = [],
        public array $assemblies = [],
        public array $embedded = [],
        public array $manifest = [],
    ) {
    }

    /** @param  string  $json  what {@see kept()} gave; what is not to be read says nothing */
    public static function of(string $json): self
    {
        $kept = json_decode($json, true);
        $kept = is_array($kept) ? $kept : [];
        $number = fn (string $key): int => is_int($kept[$key] ?? null) ? $kept[$key] : 0;
        $text = fn (string $key): string => is_string($kept[$key] ?? null) ? $kept[$key] : '';
        $texts = fn (string $key): array => array_filter(is_array($kept[$key] ?? null) ? $kept[$key] : [], is_string(...));
        /** @var array<string, string> $embedded */
        $embedded = $texts('embedded');
        /** @var array<string, string> $manifest */
        $manifest = $texts('manifest');

        return new self(
            $number('level'),
            $text('witness'),
            $number('framework'),
            $text('assembly'),
            array_values($texts('namespaces')),
            array_values($texts('assemblies')),
            $embedded,
            $manifest,
        );
    }

    /** @return string  as it is kept: JSON */
    public function kept(): string
    {
        $said = array_filter([
            'level' => $this->level,
            'witness' => $this->witness,
            'framework' => $this->framework,
            'assembly' => $this->assembly,
            'namespaces' => $this->namespaces,
            'assemblies' => $this->assemblies,
            'embedded' => $this->embedded,
            'manifest' => $this->manifest,
        ]);

        return json_encode((object) $said, JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR);
    }
}

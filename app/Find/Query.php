<?php

declare(strict_types=1);

namespace App\Find;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Explain\Fit;

/** What a person looks for in the depots: all of it is in the page's address. */
final readonly class Query
{
    public const SORTS = ['' => 'best match', 'downloads' => 'downloads', 'rising' => 'how it rises', 'updated' => 'last update',
        'size' => 'size', 'name' => 'name'];

    public const NEWS = ['' => 'new or not', 'look' => 'new to you'];

    public const FITS = ['' => 'any', 'now' => 'fits now', 'change' => 'after a change', 'not' => 'does not fit'];

    public const KINDS = [Kind::Mod, Kind::Library, Kind::ResourcePack, Kind::ShaderPack, Kind::DataPack];

    private function __construct(
        public string $words,
        public string $kind,
        public string $category,
        public string $side,
        public string $depot,
        public string $fit,
        public string $new,
        public string $sort,
        public int $shown,
    ) {
    }

    /** @param  array<string, mixed>  $address  what makes no sense in it is passed over */
    public static function of(array $address): self
    {
        $text = fn (string $name): string => is_string($address[$name] ?? null) ? mb_substr(trim(mb_scrub($address[$name])), 0, 200) : '';
        $kind = Kind::tryFrom($text('kind'));

        return new self(
            str_replace("\0", '', $text('q')),
            $kind !== null && in_array($kind, self::KINDS, true) ? $kind->value : '',
            str_replace("\0", '', $text('category')),
            in_array($text('side'), ['client', 'server', 'both'], true) ? $text('side') : '',
            preg_match('/^[a-z0-9-]{1,80}$/D', $text('depot')) === 1 ? $text('depot') : '',
            isset(self::FITS[$text('fit')]) ? $text('fit') : '',
            isset(self::NEWS[$text('new')]) ? $text('new') : '',
            isset(self::SORTS[$text('sort')]) ? $text('sort') : '',
            max(Finder::WINDOW, min(Finder::MOST, (int) $text('shown'))),
        );
    }

    /** Whether nothing says which of all packages come first. */
    public function isOpen(): bool
    {
        return $this->words === '' && $this->sort === '';
    }

    public function wantsFit(): ?Fit
    {
        return $this->fit === '' ? null : Fit::from($this->fit);
    }

    /**
     * The same as an address.
     *
     * @param  array<string, string|int>  $with  what is to be otherwise
     * @return array<string, string|int>
     */
    public function address(array $with = []): array
    {
        return array_filter([
            ...[
                'q' => $this->words,
                'kind' => $this->kind,
                'category' => $this->category,
                'side' => $this->side,
                'depot' => $this->depot,
                'fit' => $this->fit,
                'new' => $this->new,
                'sort' => $this->sort,
                'shown' => $this->shown > Finder::WINDOW ? $this->shown : '',
            ],
            ...$with,
        ]);
    }
}

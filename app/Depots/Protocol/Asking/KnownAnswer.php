<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Asking;

/** What was answered to a question before, with what the place said by which it can tell whether that is still so. */
final readonly class KnownAnswer
{
    public function __construct(public string $body, private string $tag, private string $modified)
    {
    }

    /** @return array<string, string> so that it is not sent again (RFC 9110, section 13.1) */
    public function headers(): array
    {
        return array_filter(['If-None-Match' => $this->tag, 'If-Modified-Since' => $this->modified], fn (string $one): bool => $one !== '');
    }
}

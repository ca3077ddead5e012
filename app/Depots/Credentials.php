<?php

declare(strict_types=1);

namespace App\Depots;

/** By what a depot knows who asks: a name and a password (RFC 7617), or a token (RFC 6750). Sent to its own address and nowhere else. */
final readonly class Credentials
{
    public function __construct(public string $name, #[\SensitiveParameter] public string $secret)
    {
    }

    /** @param  array<mixed>|null  $kept */
    public static function read(?array $kept): ?self
    {
        return is_string($kept['secret'] ?? null) ? new self(is_string($kept['name'] ?? null) ? $kept['name'] : '', $kept['secret']) : null;
    }

    /** @return array{name: string, secret: string} */
    public function written(): array
    {
        return ['name' => $this->name, 'secret' => $this->secret];
    }

    /** As the header Authorization has it. */
    public function header(): string
    {
        return $this->name === '' ? "Bearer {$this->secret}" : 'Basic '.base64_encode("{$this->name}:{$this->secret}");
    }
}

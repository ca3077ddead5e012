<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** An Ed25519 signature (RFC 8032) of the bytes of a pack's document; what the document names is named by digest. */
final readonly class Signature
{
    public const FORMAT = 'stasimon/signature';

    /**
     * @param  string  $key  the public key, 32 bytes
     * @param  string  $bytes  of the signature, 64 bytes
     */
    private function __construct(public string $key, private string $bytes)
    {
    }

    /** @param  non-empty-string  $secret  of libsodium, 64 bytes */
    public static function of(string $document, string $secret): self
    {
        return new self(sodium_crypto_sign_publickey_from_secretkey($secret), sodium_crypto_sign_detached($document, $secret));
    }

    /**
     * @throws UnusablePack where it is none, or of another document
     */
    public static function read(string $json, string $document): self
    {
        try {
            $node = Node::ofJson($json);
            $node->expectFormat(self::FORMAT);
            $key = base64_decode($node->field('key')->text(), true);
            $bytes = base64_decode($node->field('signature')->text(), true);
        } catch (UnusableDocument $failure) {
            throw UnusablePack::because('Its signature cannot be read: '.$failure->getMessage());
        }
        if (
            $key === false ||
            $bytes === false ||
            strlen($key) !== SODIUM_CRYPTO_SIGN_PUBLICKEYBYTES ||
            strlen($bytes) !== SODIUM_CRYPTO_SIGN_BYTES ||
            ! sodium_crypto_sign_verify_detached($bytes, $document, $key)
        ) {
            throw UnusablePack::because('Its signature is not one of what is in it: it was changed after it was signed. Ask for it again.');
        }

        return new self($key, $bytes);
    }

    public function document(): string
    {
        return json_encode(
            ['format' => self::FORMAT, 'revision' => 1, 'key' => base64_encode($this->key), 'signature' => base64_encode($this->bytes)],
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT,
        )."\n";
    }

    /** The key in words that two people can compare: 16 digits of its SHA-256. */
    public function fingerprint(): string
    {
        return self::fingerprintOf($this->key);
    }

    public static function fingerprintOf(string $key): string
    {
        return implode(' ', str_split(substr(hash('sha256', $key), 0, 16), 4));
    }
}

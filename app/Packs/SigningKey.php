<?php

declare(strict_types=1);

namespace App\Packs;

use App\Refusal\Refusal;
use Stasimon\Core\Pack\Signature;

/** The key that packs made here are signed with: made when it is first needed, and read by nobody else on this machine. */
final readonly class SigningKey
{
    /**
     * @return non-empty-string of libsodium, 64 bytes
     *
     * @throws Refusal where it cannot be kept
     */
    public function secret(): string
    {
        $file = config('stasimon.var').'/signing.key';
        if (! is_file($file)) {
            $secret = sodium_crypto_sign_secretkey(sodium_crypto_sign_keypair());
            $part = "{$file}.".getmypid();
            $old = umask(0o077);
            $isWritten = @file_put_contents($part, base64_encode($secret)) !== false;
            umask($old);
            // Whoever comes first has made it.
            if (! $isWritten || (! @link($part, $file) && ! is_file($file))) {
                throw Refusal::conflict('The key to sign with cannot be kept on this disk. Nothing was made.');
            }
            unlink($part);
        }
        $secret = base64_decode(trim((string) file_get_contents($file)), true);

        return $secret !== false && strlen($secret) === SODIUM_CRYPTO_SIGN_SECRETKEYBYTES
            ? $secret
            : throw Refusal::conflict("{$file} is no key to sign with. Take it away, and another one is made.");
    }

    /** What others compare it by. */
    public function fingerprint(): string
    {
        return Signature::fingerprintOf(sodium_crypto_sign_publickey_from_secretkey($this->secret()));
    }
}

<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Asking;

use Illuminate\Http\Client\Response;
use Illuminate\Support\Facades\DB;

/** Answers of one depot that are kept, so that what has not changed need not come again. */
final readonly class KnownAnswers
{
    /** Bytes of an answer that is kept. */
    private const LONGEST = 8_000_000;

    /** Answers that nobody has asked for since are thrown away after so many days. */
    private const DAYS = 30;

    public function __construct(private int $depot)
    {
    }

    /**
     * @param  list<string>  $addresses
     * @return array<string, KnownAnswer> by address
     */
    public function before(array $addresses): array
    {
        $found = [];
        foreach (DB::table('depot_answers')->where('depot_id', $this->depot)->whereIn('address', $addresses)->get() as $row) {
            $body = @gzuncompress((string) base64_decode($row->body, true), self::LONGEST);
            if ($body !== false) {
                $found[$row->address] = new KnownAnswer($body, (string) $row->tag, (string) $row->modified);
            }
        }

        return $found;
    }

    /** Keeps what came with a word by which it can be asked for again; the rest of it goes. */
    public function keep(string $address, Response $response, string $body): void
    {
        $row = ['depot_id' => $this->depot, 'address' => $address];
        $said = ['tag' => $response->header('ETag'), 'modified' => $response->header('Last-Modified')];
        $isMarked = implode('', $said) !== '' && max(array_map(strlen(...), $said)) <= 1_000;
        if (! $isMarked || self::isJustMade($response) || strlen($body) > self::LONGEST) {
            DB::table('depot_answers')->where($row)->delete();

            return;
        }
        $row += $said + ['body' => base64_encode((string) gzcompress($body, 3)), 'asked_at' => now()];
        DB::table('depot_answers')->upsert([$row], ['depot_id', 'address']);
    }

    /** What was changed while it was asked for may change again and keep its marks (RFC 9110, 8.8.2.2). */
    private static function isJustMade(Response $response): bool
    {
        $changed = strtotime($response->header('Last-Modified'));

        return $changed !== false && $changed > (strtotime($response->header('Date')) ?: time()) - 2;
    }

    /** @param  list<string>  $addresses  whose answers are still so */
    public function stand(array $addresses): void
    {
        DB::table('depot_answers')->where('depot_id', $this->depot)->whereIn('address', $addresses)->update(['asked_at' => now()]);
    }

    public function tidy(): void
    {
        DB::table('depot_answers')->where('depot_id', $this->depot)->where('asked_at', '<', now()->subDays(self::DAYS))->delete();
    }
}

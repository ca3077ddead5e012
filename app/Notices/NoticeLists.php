<?php

declare(strict_types=1);

namespace App\Notices;

use App\Depots\Address;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\Guarded;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Notice\Notice;
use Stasimon\Core\Notice\NoticeDocument;
use Stasimon\Core\Notice\NoticeKind;
use Stasimon\Core\Notice\NoticeList;

/** Lists that a person subscribes to: read from an address again and again, or brought as a file. */
final readonly class NoticeLists implements Undertaking
{
    /** Hours after which a list is read again. */
    private const EVERY = 12;

    private const PORTION = 1_000;

    public function __construct(private Tasks $tasks, private LookAgain $again)
    {
    }

    /** @throws Refusal for an address that may not be asked, or is subscribed to already */
    public function subscribe(string $address): Task
    {
        Address::of($address)->reachable();
        if (NoticeListRow::query()->where('address', $address)->exists()) {
            throw Refusal::conflict('That list is subscribed to already.');
        }
        $list = NoticeListRow::query()->create(['name' => mb_substr($address, 0, 120), 'address' => $address]);

        return $this->begin($list);
    }

    public function begin(NoticeListRow $list): Task
    {
        return $this->tasks->begin(TaskKind::Notices, "reading {$list->name}", ['list' => $list->id]);
    }

    /** Begins to read those that are due. */
    public function look(): void
    {
        $due = NoticeListRow::query()->whereNotNull('address')->where('read_at', '<', now()->subHours(self::EVERY))->get();
        foreach ($due as $list) {
            $list->update(['read_at' => now()]);
            $this->begin($list);
        }
    }

    /** @throws Refusal for a file that is no list */
    public function bring(string $json): NoticeListRow
    {
        $read = self::parsed($json);
        // The newer state of one that was brought before takes its place.
        $same = NoticeListRow::query()->whereNull('address')->where('name', $read->name)->where('key', $read->key)->first();

        return $this->keep($same ?? NoticeListRow::query()->create(['name' => $read->name]), $read);
    }

    public function run(Task $task): void
    {
        $list = NoticeListRow::query()->find((int) $task->about('list'));
        if ($list === null || $list->address === null) {
            return;
        }
        try {
            $json = (new Guarded($list->name, Address::of($list->address)))->get('', NoticeDocument::LONGEST)->getContents();
            $this->keep($list, self::parsed($json));
        } catch (Refusal|DepotFailure $refusal) {
            $list->update(['problem' => mb_substr($refusal->getMessage(), 0, 1000), 'read_at' => now()]);
            throw $refusal;
        }
    }

    /** What was there before stays. */
    public function abandon(Task $task, string $why): void
    {
        NoticeListRow::query()->whereKey((int) $task->about('list'))->update(['problem' => mb_substr($why, 0, 1000), 'read_at' => now()]);
    }

    /** @throws Refusal */
    private static function parsed(string $json): NoticeList
    {
        if (strlen($json) > NoticeDocument::LONGEST) {
            throw Refusal::tooLarge('A list of notices has at most '.number_format(NoticeDocument::LONGEST).' bytes. Nothing was kept.');
        }
        try {
            return NoticeDocument::read($json);
        } catch (UnusableDocument $failure) {
            throw Refusal::unusable("That is no list of notices: {$failure->getMessage()} Nothing was kept.");
        }
    }

    /** @throws Refusal where it is signed by another than before */
    private function keep(NoticeListRow $list, NoticeList $read): NoticeListRow
    {
        if (($list->getAttribute('key') ?? '') !== '' && $list->key !== $read->key) {
            throw Refusal::conflict(
                "{$list->name} was signed by {$list->key}, and ".
                    ($read->key === '' ? 'is not signed now' : "by {$read->key} now").
                    '. What it said before stays. Leave it and subscribe again if that is right.',
            );
        }
        DB::transaction(function () use ($list, $read): void {
            DB::table('notices')->where('list_id', $list->id)->delete();
            foreach (array_chunk($read->notices, self::PORTION) as $portion) {
                DB::table('notices')->insert(
                    array_map(
                        fn (Notice $notice): array => [
                            'list_id' => $list->id,
                            'binds' => $list->binds && $notice->kind === NoticeKind::Apart,
                        ] + KnownNotices::row($notice),
                        $portion,
                    ),
                );
            }
            $list->update([
                'name' => $read->name,
                'author' => $read->author,
                'licence' => $read->licence,
                'dated' => $read->dated,
                'key' => $read->key,
                'count' => count($read->notices),
                'passed_over' => $read->passedOver,
                'problem' => null,
                'read_at' => now(),
            ]);
        });

        $this->again->begin();

        return $list;
    }

    /** Has what a list keeps apart weigh, or be told alone. */
    public function bind(NoticeListRow $list, bool $binds): void
    {
        DB::transaction(function () use ($list, $binds): void {
            $list->update(['binds' => $binds]);
            $notices = DB::table('notices')->where('list_id', $list->id)->where('kind', NoticeKind::Apart->value)->get();
            // As new rows, so that whatever was worked out before is worked out again.
            DB::table('notices')->whereIn('id', $notices->pluck('id'))->delete();
            DB::table('notices')->insert(
                $notices
                    ->map(fn (object $one): array => ['binds' => $binds] + array_diff_key((array) $one, ['id' => 0, 'binds' => 0]))
                    ->all(),
            );
        });
        $this->again->begin();
    }

    public function leave(NoticeListRow $list): void
    {
        $list->delete();
        $this->again->begin();
    }
}

<?php

declare(strict_types=1);

use App\Drafts\LineUps;
use App\Findings\Finding;
use App\Findings\Looking;
use App\Models\Instance;
use App\Notices\NoticeListRow;
use App\Notices\NoticeLists;
use App\Notices\Observations;
use App\Refusal\Refusal;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Stasimon\Core\Notice\Notice;
use Stasimon\Core\Notice\NoticeDocument;
use Stasimon\Core\Notice\NoticeKind;
use Stasimon\Core\Notice\NoticeList;
use Stasimon\Core\Resolve\Waiver;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** A list as somebody gives it away. */
function noticeFile(Notice ...$notices): UploadedFile
{
    $json = NoticeDocument::write(new NoticeList('Harbour pilots', 'Ada', 'CC0-1.0', '2031-05-12', array_values($notices)));

    return UploadedFile::fake()->createWithContent('notices.json', $json);
}

/** @return array<string, string> title => text, of what is found in an instance about notices */
function noticed(Instance $instance): array
{
    test()->nextRequest();
    $look = app(Looking::class)->over(Instance::query()->with(['placed', 'draft', 'lastRehearsal', 'watch'])->findOrFail($instance->id));
    $found = array_filter($look->findings(), fn (Finding $one): bool => $one->kind === 'Notices');

    return array_column($found, 'text', 'title');
}

it('takes in a list, tells it in Find, on the page, as a finding and in a draft, and forgets it when it is left', function (): void {
    $instance = World::applied(['lantern-render']);
    $broken = new Notice('lantern-render', NoticeKind::Broken, 'Lamps go out at dusk.', '>=1.0.0', said: '2031-05-12');
    $apart = new Notice('gulls', NoticeKind::Apart, 'They nest in the lamps.', beside: ['lantern-render' => '*']);
    $this->post('/notices/lists', ['file' => noticeFile($broken, $apart)])->assertRedirect('/notices');
    $this->get('/notices')->assertOk()->assertSeeInOrder(['Harbour pilots', 'Ada', 'CC0-1.0', 'written 2031-05-12']);
    expect(noticed($instance))->toBe([
        'Lantern Render 1.0.0 is reported broken' => 'Lamps go out at dusk. Said by Harbour pilots on 12 May 2031.',
    ]);
    $this->nextRequest();
    $this->get("/instances/{$instance->id}/find?q=gulls")->assertOk()->assertSee('They nest in the lamps.');
    $this->nextRequest();
    $this->get("/instances/{$instance->id}/packages/gulls")
        ->assertOk()
        ->assertSeeInOrder(['Not beside', 'They nest in the lamps.', 'Harbour pilots']);
    // Only told: what it says keeps nothing apart, and the draft says so before anything is applied.
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['gulls']])->assertRedirect();
    $this->nextRequest();
    $this->get("/instances/{$instance->id}/draft")->assertOk()->assertSee('must not stand beside Lantern Render');
    $this->delete('/notices/lists/'.NoticeListRow::query()->value('id'))->assertRedirect('/notices');
    expect(noticed($instance))->toBe([])->and(DB::table('notices')->whereNotNull('list_id')->count())->toBe(0);
});

it('keeps apart what a list says, if a person has it do so; that is said, and can be waived', function (): void {
    $instance = World::applied(['lantern-render']);
    $apart = new Notice('gulls', NoticeKind::Apart, 'They nest in the lamps.', beside: ['lantern-render' => '*']);
    app(NoticeLists::class)->bring((string) noticeFile($apart)->get());
    $list = NoticeListRow::query()->firstOrFail();
    $verdict = function () use ($instance): string {
        test()->nextRequest();
        $page = test()->get("/instances/{$instance->id}/find?q=gulls")->assertOk()->getContent();

        return preg_match('~href="[^"]*/packages/gulls".*?</tr>~s', (string) $page, $row) === 1 ? strip_tags($row[0]) : '';
    };
    expect($verdict())->toContain('fits, brings');
    $this->post("/notices/lists/{$list->id}/bind", ['binds' => '1'])->assertRedirect('/notices');
    expect($verdict())->not->toContain('fits, brings')->toContain('Lantern Render');
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['gulls']])->assertRedirect();
    $this->nextRequest();
    $lineUp = app(LineUps::class)->lineUp($instance->refresh()->load(['placed', 'draft']));
    expect($lineUp->resolved)->toBeNull();
    $this->get("/instances/{$instance->id}/draft")->assertOk()->assertSee('Harbour pilots: They nest in the lamps.');
    $version = app(LineUps::class)->shared($instance)->package('gulls')?->releases;
    $newest = end($version)->version;
    $this->post("/instances/{$instance->id}/draft/waive", [
        'id' => 'gulls', 'version' => $newest, 'relation' => 'breaks', 'target' => 'lantern-render', 'note' => 'They do not.',
    ])->assertRedirect();
    $this->nextRequest();
    $again = app(LineUps::class)->lineUp($instance->refresh()->load(['placed', 'draft']));
    expect($again->resolved?->versions())
        ->toHaveKeys(['gulls', 'lantern-render'])
        ->and($again->plan->waivers[0])
        ->toBeInstanceOf(Waiver::class);
});

it('keeps apart what a person says of this version of the game, alike in Find and in the draft, and of no other', function (): void {
    $instances = [World::applied(['lantern-render']), World::applied(['lantern-render'], '3.2.0')];
    $said = ['about' => 'gulls', 'kind' => 'apart', 'which' => 'all', 'beside' => 'lantern-render', 'here' => '1'];
    $said['text'] = 'They nest there.';
    $this->post("/instances/{$instances[0]->id}/notices", $said)->assertSessionHasNoErrors();
    foreach ($instances as $n => $instance) {
        $this->nextRequest();
        $page = (string) $this->get("/instances/{$instance->id}/find?q=gulls")->assertOk()->getContent();
        expect(str_contains(strip_tags($page), 'fits, brings'))->toBe($n === 1);
        $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['gulls']])->assertRedirect();
        $this->nextRequest();
        $lineUp = app(LineUps::class)->lineUp($instance->refresh()->load(['placed', 'draft']));
        expect($lineUp->resolved !== null)->toBe($n === 1);
    }
});

it('tells what several say as one with all who say it, and what another says otherwise beside it', function (): void {
    $instance = World::applied(['lantern-render']);
    $say = fn (array $more): int => DB::table('notices')->insertGetId($more + ['package_id' => 'lantern-render', 'kind' => 'broken']);
    $depot = DB::table('depots')->value('id');
    $say(['depot_id' => $depot, 'version' => '1.0.0', 'text' => 'It freezes.']);
    $fine = new Notice('lantern-render', NoticeKind::Fine, 'A week without trouble.');
    $again = new Notice('lantern-render', NoticeKind::Broken, 'So it does here.');
    app(NoticeLists::class)->bring((string) noticeFile($fine, $again)->get());
    DB::table('depots')->increment('sequence');
    expect(noticed($instance))->toBe([
        'Lantern Render 1.0.0 is reported broken' => 'It freezes. Reported by Slipway. So it does here. Said by Harbour pilots. '.
            'Harbour pilots says that it is fine: A week without trouble.',
    ]);
});

it('keeps what a person says from the page of a package, tells it elsewhere, gives it away signed, and takes it back', function (): void {
    [$one, $two] = [World::applied(['lantern-render', 'gulls']), World::applied(['lantern-render', 'gulls'])];
    $said = ['about' => 'gulls', 'kind' => 'apart', 'which' => 'this', 'beside' => 'lantern-render', 'here' => '1'];
    $said += ['text' => 'they nest there', 'release' => $one->versions()['gulls']];
    $at = "/instances/{$one->id}/notices";
    $this->from("/instances/{$one->id}/packages/gulls")->post($at, ['beside' => ''] + $said)->assertSessionHasErrors('beside');
    $this->get("/instances/{$one->id}/packages/gulls")->assertOk()->assertSee('value="they nest there"', false);
    $this->post($at, $said)->assertRedirect("/instances/{$one->id}/packages/gulls");
    $version = $one->versions()['gulls'];
    expect(noticed($two))->toBe([
        "Gulls {$version} must not stand beside Lantern Render" => 'They nest there. You said so on '.now()->isoFormat('D MMMM YYYY').'.',
    ]);
    $this->get('/notices')->assertOk()->assertSeeInOrder(['Gulls', 'Not beside', 'Lantern Render', 'They nest there.']);
    $json = (string) $this->get('/notices.json')->assertOk()->getContent();
    $list = NoticeDocument::read($json);
    expect($list->key)
        ->not->toBe('')
        ->and($list->notices)
        ->toHaveCount(1)
        ->and([$list->notices[0]->releases, $list->notices[0]->game, $list->notices[0]->versions, $list->notices[0]->beside])
        ->toBe(["={$version}", 'ferrywright', '=3.2.1', ['lantern-render' => '*']])
        ->and($json)
        ->not->toContain(config('stasimon.var'));
    // A second installation that subscribes to it is warned, too.
    DB::table('notices')->whereNull('depot_id')->delete();
    expect(noticed($two))->toBe([]);
    app(NoticeLists::class)->bring($json);
    expect(array_keys(noticed($two)))->toBe(["Gulls {$version} must not stand beside Lantern Render"]);
    NoticeListRow::query()->delete();
    $this->post($at, $said);
    $this->delete('/notices/'.DB::table('notices')->where('by', 'person')->value('id'))->assertRedirect();
    expect(noticed($two))->toBe([]);
});

it('reads a list at an address again and again, and keeps what it said where that fails', function (): void {
    $instance = World::applied(['gulls']);
    config(['stasimon.private_depots' => ['127.0.0.1:9']]);
    app(App\Access\Access::class)->open(App\Access\OpeningKind::Host, '127.0.0.1:9', null);
    $secret = sodium_crypto_sign_secretkey(sodium_crypto_sign_keypair());
    $list = fn (string $text): NoticeList => new NoticeList('Pilots', 'Ada', '', '', [new Notice('gulls', NoticeKind::Broken, $text)]);
    $answers = [
        NoticeDocument::write($list('It screams.'), $secret),
        NoticeDocument::write($list('It still screams.'), $secret),
        'no list',
        NoticeDocument::write($list('All is well.'), sodium_crypto_sign_secretkey(sodium_crypto_sign_keypair())),
        NoticeDocument::write($list('All is well.')),
    ];
    Http::fake(function () use (&$answers) {
        return Http::response((string) array_shift($answers));
    });
    $this->post('/notices/lists', ['address' => 'http://127.0.0.1:9/notices.json'])->assertRedirect('/notices');
    expect(noticed($instance))->toHaveKey('Gulls is reported broken');
    $this->from('/notices')->post('/notices/lists', ['address' => 'http://127.0.0.1:9/notices.json'])->assertStatus(409);
    $row = NoticeListRow::query()->firstOrFail();
    $this->travel(13)->hours();
    app(NoticeLists::class)->look();
    expect(array_values(noticed($instance))[0])->toStartWith('It still screams.');
    foreach (['no list of notices', 'was signed by', 'is not signed now'] as $problem) {
        $this->post("/notices/lists/{$row->id}/read")->assertRedirect();
        expect($row->refresh()->problem)->toContain($problem)->and(array_values(noticed($instance))[0])->toStartWith('It still screams.');
    }
    $this->get('/notices')->assertOk()->assertSee('is not signed now');
});

it('refuses what is no list, and addresses that may not be asked, and keeps nothing of them', function (): void {
    $file = UploadedFile::fake()->createWithContent('notices.json', '{"format": "stasimon/plan"}');
    $this->from('/notices')->post('/notices/lists', ['file' => $file])->assertStatus(422);
    $this->from('/notices')->post('/notices/lists', ['address' => 'ftp://example.test/x'])->assertStatus(422);
    $this->from('/notices')->post('/notices/lists', [])->assertSessionHasErrors('address');
    expect(NoticeListRow::query()->count())->toBe(0)->and(fn () => app(NoticeLists::class)->bring('{'))->toThrow(Refusal::class);
});

it('takes a release that is reported broken last, and says so in the draft', function (): void {
    $broken = new Notice('lantern-render', NoticeKind::Broken, 'Lamps go out at dusk.', '>=1.0.0');
    app(NoticeLists::class)->bring((string) noticeFile($broken)->get());
    $instance = World::applied(['gulls']);
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['lantern-render']])->assertRedirect();
    $this->nextRequest();
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('Lantern Render 0.9.2 is taken, because 1.0.0 is reported broken.');
    $this->post("/instances/{$instance->id}/draft/range", ['id' => 'lantern-render', 'range' => '>=1.0.0'])->assertRedirect();
    $this->nextRequest();
    $this->get("/instances/{$instance->id}/draft")->assertOk()->assertSee('1.0.0 is reported broken; no other release would do.');
    // Where another says that it is fine, it is taken as any other.
    app(NoticeLists::class)->bring(NoticeDocument::write(new NoticeList('Others', '', '', '', [
        new Notice('lantern-render', NoticeKind::Fine, 'Not here.'),
    ])));
    $this->post("/instances/{$instance->id}/draft/range", ['id' => 'lantern-render', 'range' => ''])->assertRedirect();
    $this->nextRequest();
    $this->get("/instances/{$instance->id}/draft")->assertOk()->assertSee('1.0.0')->assertDontSee('is taken, because');
});

it('remembers what a launch has shown, tells it in other instances, and forgets it once a launch shows otherwise', function (): void {
    $first = World::applied(['figureheads']);
    $version = $first->versions()['figureheads'];
    $rehearsal = World::rehearsed($first);
    expect($rehearsal->state->value)->toBe('failed');
    World::rehearsed($first);
    $second = World::applied(['gulls', 'figureheads']);
    $title = "Figureheads {$version} failed in a launch here";
    expect(noticed($first))
        ->toBe([])
        ->and(noticed($second))
        ->toBe([$title => 'The game failed with it here on 3.2.1. Seen 2 times, last on '.now()->isoFormat('D MMMM YYYY').'.']);
    $third = World::applied(['gulls']);
    $this->nextRequest();
    $this->get("/instances/{$third->id}/find?q=figureheads")->assertOk()->assertSee('The game failed with it here on 3.2.1.');
    $this->nextRequest();
    $this->get('/notices')->assertOk()->assertSee('The game failed with it here on 3.2.1.');
    // That one came up which no depot has says nothing of those that it has.
    Observations::cameUp(['figureheads' => '99.0.0'] + $first->versions(), [], 'ferrywright', '3.2.1', app(LineUps::class)->shared($first));
    expect(noticed($second))->toHaveKey($title);
    Observations::cameUp($first->versions(), [], 'ferrywright', '3.2.1', app(LineUps::class)->shared($first));
    expect(noticed($second))->toBe([]);
});

it('keeps that a release came up beyond a limit that was waived', function (): void {
    $instance = World::applied(['gulls']);
    $shared = app(LineUps::class)->shared($instance);
    Observations::cameUp($instance->versions(), ['gulls'], 'ferrywright', '3.2.1', $shared);
    $this->get("/instances/{$instance->id}/packages/gulls")
        ->assertOk()
        ->assertSeeInOrder(['Works', 'It came up here, though it does not say that it is for this.', 'Seen once']);
});

it('tells on the page of each whom it cannot stand beside, who says so, and whether that is here', function (): void {
    World::secondDepot();
    $instance = World::applied(['gulls', 'clear-wake']);
    $at = "/instances/{$instance->id}/packages";
    // Declared by one of the two: told on the page of both.
    $breaking = DB::table('mentions')->where('relation', 'breaks')->where('mentioned', 'clear-wake')->value('package_id');
    $this->get("{$at}/{$breaking}")->assertSeeInOrder(['Cannot stand beside', 'Clear Wake', 'is here', 'Its author says so']);
    $this->get("{$at}/clear-wake")->assertSeeInOrder(['Cannot stand beside', 'not here', 'The author of that one says so']);
    // Said by a person, from two rows that are marked.
    $this->post("{$at}/say", ['ids' => ['gulls', 'long-piers']])->assertRedirect("{$at}/gulls?say=1&beside=long-piers#say");
    $this->get("{$at}/gulls?say=1&beside=long-piers")
        ->assertSee('id="say"  open', false)
        ->assertSee('<option value="long-piers" selected>Long Piers</option>', false)
        ->assertSee('<option value="apart" selected>', false);
    $this->post("{$at}/say", ['ids' => ['gulls']])->assertRedirect("{$at}/gulls?say=1#say");
    $this->from("/instances/{$instance->id}")->post("{$at}/say", ['ids' => ['a', 'b', 'c']])->assertSessionHasErrors('refused');
    $this->post("/instances/{$instance->id}/notices", ['about' => 'gulls', 'kind' => 'apart', 'text' => 'they peck', 'which' => 'all',
        'beside' => 'long-piers'])->assertRedirect();
    test()->nextRequest();
    $this->get("{$at}/gulls")->assertSeeInOrder(['Cannot stand beside', 'Long Piers', 'not here', 'They peck.', 'You said so']);
    $this->get("{$at}/long-piers")->assertSeeInOrder(['Cannot stand beside', 'Gulls', '2.0.0 is here', 'They peck.']);
});

<?php

declare(strict_types=1);

use App\Drafts\Steps\Add;
use App\Drafts\Steps\ChangeBase;
use App\Drafts\Steps\Let;
use App\Drafts\Steps\Pin;
use App\Drafts\Steps\Remove;
use App\Drafts\Steps\Replace;
use App\Drafts\Steps\SetRange;
use App\Drafts\Steps\Step;
use App\Drafts\Steps\Steps;
use App\Drafts\Steps\TurnOff;
use App\Findings\Aside;
use App\Findings\Everywhere;
use App\Findings\Finding;
use App\Findings\Shared;
use App\Models\Instance;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Plan\Loss;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** Instances with a release that is reported broken, of which there is another. */
function withBrokenLamps(string ...$names): array
{
    $instances = array_map(function (string $name): Instance {
        $instance = World::applied(['lantern-render']);
        $instance->update(['name' => $name]);

        return $instance;
    }, $names);
    DB::table('notices')->insert([
        'id' => 900_000,
        'package_id' => 'lantern-render',
        'depot_id' => DB::table('depots')->value('id'),
        'kind' => 'broken',
        'version' => '1.0.0',
        'text' => 'Lamps go out at dusk.',
    ]);
    DB::table('depots')->increment('sequence');
    DB::table('instances')->update(['look' => null]);

    return $instances;
}

function sharedFinding(string $title): Shared
{
    $meant = fn (Shared $one): bool => str_contains($one->finding->title, $title);

    return array_values(array_filter(app(Everywhere::class)->all(), $meant))[0];
}

/** @return array<string, int> */
function revisionsSeen(): array
{
    $instances = Instance::query()->with('draft')->get();

    return $instances->mapWithKeys(fn (Instance $one): array => [$one->id => $one->draft->revision ?? 0])->all();
}

it('says once what is so in several, drafts what helps in each, and applies the drafts as they were seen', function (): void {
    $instances = withBrokenLamps('Night', 'Noon', 'Dusk');
    $this->get('/findings')
        ->assertOk()
        ->assertSeeInOrder(['reported broken', 'Lamps go out at dusk.', 'Dusk', 'Night', 'Noon', 'Use another release than', 'in all 3']);
    $finding = sharedFinding('reported broken')->finding;
    // One of them has a draft that is not the one that was looked at.
    $this->post("/instances/{$instances[1]->id}/draft/add", ['ids' => ['gulls']])->assertRedirect();
    $seen = [...revisionsSeen(), $instances[1]->id => 0];
    $this->nextRequest();
    $this->from('/findings')->post('/findings', ['findings' => [$finding->key()], 'seen' => $seen])->assertRedirect('/findings');
    expect(session('said'))
        ->toContain('2 instances are drafted.')
        ->toContain('Noon: The draft was changed in another tab meanwhile')
        ->and(array_column($instances[0]->refresh()->draft->plan->wants ?? [], 'range', 'id')['lantern-render'])
        ->toStartWith('<')
        ->and(array_column($instances[1]->refresh()->draft->plan->wants ?? [], 'range', 'id')['lantern-render'])
        ->not->toStartWith('<');
    $this->nextRequest();
    $this->get('/findings')->assertOk()->assertSeeInOrder(['Drafts', 'Mark the draft of Night', 'Apply the drafts']);
    $two = [$instances[0]->id, $instances[2]->id];
    $this->from('/findings')->post('/updates/apply', ['instances' => $two, 'seen' => revisionsSeen()])->assertRedirect('/findings');
    expect(session('said'))->toContain('2 instances are being applied');
    $this->nextRequest();
    expect(array_map(fn (Instance $one): string => $one->name, array_values(sharedFinding('reported broken')->instances)))->toBe(['Noon']);
    $this->from('/findings')->post('/findings', ['findings' => ['0123456789abcdef']])->assertStatus(409);
    $this->from('/findings')->post('/findings', [])->assertSessionHasErrors();
});

it('drafts at once all that can be helped without giving anything up, and offers nothing else so', function (): void {
    $instances = withBrokenLamps('Night', 'Noon');
    $page = $this->get('/findings')->assertOk()->assertSee('2 drafts, one for each instance')->assertSee('Draft it');
    preg_match_all('/class="slab.*?<\/form>/s', (string) $page->getContent(), $slab);
    preg_match_all('/name="findings\[\]" value="([0-9a-f]{16})"/', $slab[0][0] ?? '', $keys);
    $light = array_filter(app(Everywhere::class)->all(), fn (Shared $one): bool => $one->keepsAll());
    expect($keys[1])->toBe(array_map(fn (Shared $one): string => $one->finding->key(), array_values($light)))->not->toBe([]);
    $this->nextRequest();
    $this->post('/findings', ['findings' => $keys[1], 'seen' => revisionsSeen()])->assertRedirect();
    foreach ($instances as $instance) {
        $after = $instance->refresh()->load('draft')->draft?->plan;
        expect($after !== null && Loss::isNone($instance->plan, $after))->toBeTrue();
    }
});

it('sets aside one in all instances, a kind, or what is about a package, for good or for a time, and tells it again', function (
    array $what,
    string $says,
): void {
    [$night] = withBrokenLamps('Night', 'Noon');
    $key = sharedFinding('reported broken')->finding->key();
    $this->from('/findings')
        ->post('/findings/aside', ['findings' => [$key]] + $what)
        ->assertRedirect('/findings');
    expect(session('said'))->toContain($says);
    $this->nextRequest();
    $this->get('/findings')->assertOk()->assertDontSee('Lamps go out at dusk.')->assertSee('Set aside');
    $this->nextRequest();
    $this->get('/')->assertOk()->assertDontSee('Lamps go out at dusk.');
    $this->nextRequest();
    $this->get("/instances/{$night->id}")->assertOk()->assertSeeInOrder(['Set aside', 'Lamps go out at dusk.', 'heed it again']);
    $this->nextRequest();
    $this->get('/findings?aside=1')->assertOk()->assertSeeInOrder(['Lamps go out at dusk.', 'Night', 'Noon', 'heed it again']);
    if (isset($what['days'])) {
        $this->travel(8)->days();
    } else {
        $this->post('/findings/heed', ['asides' => Aside::query()->pluck('id')->map(strval(...))->all()])->assertSessionHasNoErrors();
    }
    $this->nextRequest();
    $this->get('/findings')->assertOk()->assertSee('Lamps go out at dusk.');
})->with([
    'one' => [[], 'until it says something else'],
    'for a week' => [['days' => '7'], 'It is set aside until'],
    'a kind' => [['what' => 'kind'], 'until it is heeded again'],
    'a package' => [['what' => 'package'], 'until it is heeded again'],
]);

it('goes by what its address asks for, and passes over what makes no sense in it', function (): void {
    [$night] = withBrokenLamps('Night', 'Noon');
    $quiet = World::applied(['gulls']);
    $this->get("/findings?instance={$night->id}&package=lantern-render&level=breaks")->assertOk()->assertSee('Lamps go out at dusk.');
    $this->get("/findings?instance={$quiet->id}")->assertOk()->assertDontSee('Lamps go out at dusk.');
    $this->get('/findings?level=stops')->assertOk()->assertDontSee('Lamps go out at dusk.')->assertSee('Show all');
    $this->get('/findings?level=nonsense&kind[]=x')->assertOk()->assertSee('Lamps go out at dusk.');
});

it('forgets what was set aside of a finding that is over', function (): void {
    [$night] = withBrokenLamps('Night');
    $this->post('/findings/aside', ['findings' => [sharedFinding('reported broken')->finding->key()]]);
    DB::table('notices')->where('id', 900_000)->update(['text' => 'Lamps go out at dawn.']);
    DB::table('depots')->increment('sequence');
    $this->nextRequest();
    $this->get("/instances/{$night->id}")->assertOk()->assertSee('Lamps go out at dawn.');
    $this->post("/instances/{$night->id}/findings/aside", ['key' => sharedFinding('reported broken')->finding->key()]);
    app(Everywhere::class)->tidy();
    expect(Aside::query()->pluck('instance_id')->all())->toBe([$night->id]);
});

it('knows of each step whether something is given up by it', function (Step $step, bool $keeps): void {
    $instance = World::applied(['lantern-render', 'gulls']);
    $after = app(Steps::class)->change($instance, $step)($instance->plan);
    expect($step->keepsAll())->toBe($keeps)->and(Loss::isNone($instance->plan, $after))->toBe($keeps);
})->with([
    'add' => [new Add(['fogbank']), true],
    'range' => [new SetRange('gulls', '>=1'), true],
    'pin' => [new Pin(['gulls']), true],
    'memory' => [new ChangeBase(memory: 3000), true],
    'remove' => [new Remove(['gulls']), false],
    'turn off' => [new TurnOff(['gulls']), false],
    'let' => [new Let('gulls', 'lantern-render'), false],
    'replace' => [new Replace('gulls', 'fogbank'), false],
]);

it('keeps with a look of which kind a finding is, and whether what helps gives something up', function (): void {
    [$night] = withBrokenLamps('Night');
    $finding = sharedFinding('reported broken')->finding;
    $again = Finding::ofKept($finding->kept());
    expect([$again->kind, $again->remedies[0]->keepsAll, $again->remedies[0]->asStep()?->fields()])
        ->toBe(['Notices', true, $finding->remedies[0]->fields])
        ->and(App\Findings\Look::known($night->refresh()->look)?->findings()[0]->kind)
        ->toBe('Notices');
});

it('has twelve findings in eight instances dealt with in four presses', function (): void {
    World::secondDepot();
    withBrokenLamps('No 1', 'No 2', 'No 3', 'No 4');
    foreach (range(5, 8) as $n) {
        $instance = World::applied(['sunlit-decks', 'grey-north']);
        $instance->update(['name' => "No {$n}", 'plan' => $instance->plan->withMemory(512)]);
    }
    $all = fn (): int => array_sum(array_map(fn (Shared $one): int => count($one->instances), app(Everywhere::class)->all()));
    expect($all())->toBe(12);
    $presses = 0;
    // Presses a button of the page: what its form holds is sent, and what stands elsewhere for that form.
    $press = function (string $button) use (&$presses): void {
        $presses++;
        test()->nextRequest();
        $document = new DOMDocument();
        @$document->loadHTML((string) test()->get('/findings')->assertOk()->getContent());
        $query = new DOMXPath($document);
        $found = $query->query("//button[starts-with(normalize-space(.), \"{$button}\")]")->item(0);
        expect($found)->not->toBeNull("no button \"{$button}\"");
        $id = $found->getAttribute('form');
        $form = $id === '' ? $query->query('ancestor::form', $found)->item(0) : $document->getElementById($id);
        $fields = [];
        foreach ($query->query($id === '' ? './/input' : "//input[@form='{$id}'] | .//input", $form) as $input) {
            if ($input->getAttribute('type') !== 'checkbox' || $input->hasAttribute('checked')) {
                $fields[] = urlencode($input->getAttribute('name')).'='.urlencode($input->getAttribute('value'));
            }
        }
        parse_str(implode('&', $fields), $sent);
        test()->nextRequest();
        test()->post($form->getAttribute('action'), $sent)->assertRedirect();
    };
    $press('Draft them all');
    $press('Have Grey North be the active one in all 4');
    $press('Apply those that are marked');
    test()->nextRequest();
    DB::table('instances')->update(['look' => null]);
    expect($all())->toBe(0)->and($presses + 1)->toBe(4, 'the page was opened by one press');
    foreach (Instance::query()->get() as $instance) {
        expect($instance->load('draft')->draft)->toBeNull($instance->name);
    }
});

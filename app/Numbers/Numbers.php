<?php

declare(strict_types=1);

namespace App\Numbers;

use App\Configs\ConfigList;
use App\Configs\ConfigSteps;
use App\Disk\Folder;
use App\Files\PlainFile;
use App\Games\Games;
use App\Models\Draft;
use App\Models\Instance;
use App\Refusal\Refusal;
use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Config\Encoded;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\NumberForm;
use Stasimon\Core\Number\Claim;
use Stasimon\Core\Number\Numbering;

/**
 * The numbers that an instance's configs claim, as they would be with the draft: who claims which, and how they get out of each other's
 * way.
 */
final readonly class Numbers
{
    public function __construct(private Games $games, private ConfigList $configs, private ConfigSteps $steps)
    {
    }

    public static function formOf(GameDefinition $game, string $version): ?NumberForm
    {
        $form = $game->numbers;

        return $form !== null && in_array($version, $form->versions, true) ? $form : null;
    }

    /**
     * @return array<int, list<Claim>> number => who claims it, of those that more than one does; nothing where the game knows no numbers
     */
    public function clashes(Instance $instance): array
    {
        $base = $instance->plan->base;

        return self::formOf($this->games->get($base->game), $base->gameVersion) === null ? [] : $this->of($instance)->clashes;
    }

    public function of(Instance $instance): NumberSheet
    {
        $game = $this->games->get($instance->plan->base->game);
        $form =
            self::formOf($game, $instance->plan->base->gameVersion) ??
            throw Refusal::notFound("{$game->name} {$instance->plan->base->gameVersion} knows no numbers that mods take.");
        $claims = [];
        $texts = $this->configs->texts($instance);
        foreach ($this->configs->of($instance) as $config) {
            $text = Encoded::read($config->syntax, $texts[$config->path])->text ?? '';
            array_push($claims, ...$form->claims($config->path, $text, $config->owner->title ?? ''));
        }
        $used = $this->usedByWorlds($instance, $game, $form);
        $groups = $form->groups($claims, $used);
        $claimed = array_fill_keys(array_map(fn (Claim $claim): int => $claim->number, $claims), true);
        // What a world uses and nobody claims is of a mod that may come back.
        $numbering = new Numbering($groups, $form->least, $form->most, $form->ofGame() + array_diff_key($used, $claimed));

        return new NumberSheet($form, $claims, $numbering->clashes(), $numbering->proposal(), $used, $numbering->torn());
    }

    /** Has the proposal's lines say the new numbers, as a step of the draft. */
    public function take(Instance $instance): Draft
    {
        $sheet = $this->of($instance);
        $sheet->moves !== null ||
            throw Refusal::conflict(
                'There is no way to have all of them without moving what a world uses. Turn a mod off; nothing was changed.',
            );
        $sheet->moves !== [] ||
            throw Refusal::conflict('No two of them claim the same number and no pair is torn, so nothing has to move.');
        $numbers = $texts = [];
        foreach ($sheet->claims as $claim) {
            if (isset($sheet->moves[$claim->key()])) {
                $numbers[$claim->file][$claim->line] = $sheet->moves[$claim->key()];
            }
        }
        foreach ($numbers as $file => $lines) {
            $written = Encoded::read(ConfigSyntax::ofPath($file), $this->configs->text($instance, $file));
            $texts += $written === null ? [] : [$file => $written->with($sheet->form->withNumbers($written->text, $lines))];
        }

        return $this->steps->write($instance, $texts);
    }

    /** @return array<int, true> */
    private function usedByWorlds(Instance $instance, GameDefinition $game, NumberForm $form): array
    {
        $used = [];
        if ($form->world === '' || $game->worlds === null) {
            return [];
        }
        foreach (glob((new Folder($instance))->live($game->worlds['folder']).'/*/'.$game->worlds['file']) ?: [] as $file) {
            if (basename(dirname($file)) !== $instance->trialWorld($game)) {
                $document = json_decode((string) PlainFile::text($file, 5_000_000), true);
                $numbers = is_array($document) ? $document[$form->world] ?? [] : [];
                $used += array_fill_keys(array_filter(is_array($numbers) ? $numbers : [], is_int(...)), true);
            }
        }

        return $used;
    }
}

<?php

declare(strict_types=1);

namespace App\Configs;

use App\Drafts\Steps\Settings;
use App\Games\Games;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\Texts;
use Stasimon\Core\Config\Setting;
use Stasimon\Core\Config\UnwritableSetting;
use Stasimon\Core\Place\Archive\EntryName;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** Single settings of the configs of an instance, as its draft has them. */
final readonly class ConfigSettings implements Settings
{
    public function __construct(private ConfigList $list, private Games $games, private Texts $texts)
    {
    }

    public function with(Instance $instance, string $file, string $key, string $value): string
    {
        $this->isOfConfigs($instance, $file) ||
            throw Refusal::unusable("{$file} is not among the configs of {$instance->name}, so nothing is set in it.");
        try {
            return $this->texts->put((new Setting($file, $key))->with($this->textOf($instance, $file), $value));
        } catch (UnwritableSetting $failure) {
            throw Refusal::conflict($failure->getMessage());
        }
    }

    /** What a setting is; null where no config says it, or none can. */
    public function value(Instance $instance, string $file, string $key): ?string
    {
        $text = $this->isOfConfigs($instance, $file) ? $this->textOf($instance, $file) : null;
        try {
            return $text === null ? null : (new Setting($file, $key))->in($text);
        } catch (UnwritableSetting) {
            return null;
        }
    }

    /** Whether a setting can be given a value here. */
    public function canSet(Instance $instance, string $file, string $key, string $value): bool
    {
        try {
            return $this->isOfConfigs($instance, $file) &&
                (new Setting($file, $key))->with($this->textOf($instance, $file), $value) !== '';
        } catch (UnwritableSetting) {
            return false;
        }
    }

    private function textOf(Instance $instance, string $file): ?string
    {
        return $this->list->textIfThere($instance, $file);
    }

    /** Whether a path, which a stranger may have written, is one of a config: in a folder of the instance's own that holds no worlds. */
    private function isOfConfigs(Instance $instance, string $file): bool
    {
        $game = $this->games->get($instance->plan->base->game);
        $folder = explode('/', $file)[0];
        try {
            return EntryName::safe('a setting', $file) === $file &&
                str_contains($file, '/') &&
                in_array($folder, $game->own, true) &&
                $folder !== ($game->worlds['folder'] ?? '');
        } catch (UnsafeArchive) {
            return false;
        }
    }
}

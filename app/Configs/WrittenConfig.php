<?php

declare(strict_types=1);

namespace App\Configs;

use App\Refusal\Refusal;
use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Config\Encoded;
use Stasimon\Core\Config\LineEnds;

/** What a form sent for a config, as the bytes that it comes to: in the encoding and with the ends of lines that the config has. */
final class WrittenConfig
{
    /**
     * @param  string  $bytes  as the config is
     * @param  string  $body  in UTF-8, its lines ended in whichever way
     * @param  bool  $inUtf8  whether it is to be written in UTF-8 from now on
     */
    public static function of(string $path, string $bytes, string $body, bool $inUtf8 = false): string
    {
        $now =
            Encoded::read(ConfigSyntax::ofPath($path), $bytes) ??
            throw Refusal::conflict("{$path} is no text, so it is not written here. Nothing was changed.");
        $text = LineEnds::kept($now->text, $body);

        return $inUtf8 ? $text : self::bytes($now, $path, $text);
    }

    public static function bytes(Encoded $now, string $path, string $text): string
    {
        $found = $now->unwritable($text);
        if ($found !== null) {
            [$sign, $line] = $found;
            throw Refusal::unusable("\"{$sign}\" in line {$line} cannot be written in {$now->words()}, as {$path} is.");
        }

        return $now->with($text) ?? throw Refusal::unusable("That cannot be written in {$now->words()}, as {$path} is.");
    }
}

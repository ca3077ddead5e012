<?php

declare(strict_types=1);

namespace App\Refusal;

/** What an exception implements whose message is a sentence for people. */
interface Sentence
{
}

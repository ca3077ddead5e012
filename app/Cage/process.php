<?php

declare(strict_types=1);

/*
 * What Cage starts: reads questions from standard input, each as its length on a line and then itself, and answers each in the
 * same form on standard output. Whatever goes wrong is an answer, too; what ends the process is none.
 */

use App\Cage\Caged;
use App\Cage\Job;
use App\Refusal\Refusal;
use Composer\Autoload\ClassLoader;
use Stasimon\Core\Document\Fault;

// Composer's own loader, without the files that it would include for the framework: they take longer than most questions.
$vendor = __DIR__.'/../../vendor/composer';
require "{$vendor}/ClassLoader.php";
$loader = new ClassLoader;
foreach (require "{$vendor}/autoload_psr4.php" as $prefix => $paths) {
    $loader->setPsr4($prefix, $paths);
}
$loader->register();

while (($length = fgets(STDIN)) !== false) {
    $question = stream_get_contents(STDIN, (int) $length);
    try {
        [$job, $given] = unserialize((string) $question, ['allowed_classes' => false]);
        $answer = ['answer' => is_subclass_of($job, Caged::class) ? $job::caged(...$given) : Job::from($job)->do($given)];
    } catch (Fault|Refusal $fault) {
        $answer = ['fault' => [$fault::class, $fault->getMessage(), $fault instanceof Refusal ? $fault->status : 0]];
    } catch (Throwable $fault) {
        $answer = ['fault' => ['', 'It cannot be read: '.strtok(mb_scrub($fault->getMessage()), "\n"), 0]];
    }
    $bytes = serialize($answer);
    fwrite(STDOUT, strlen($bytes)."\n".$bytes);
    fflush(STDOUT);
}

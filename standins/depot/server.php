<?php

declare(strict_types=1);

// A depot, as README.md beside this file describes it: DEPOT_FOLDER=… php -S 127.0.0.1:PORT standins/depot/server.php

$folder = realpath((string) getenv('DEPOT_FOLDER'));
$path = rawurldecode((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH));
$mood = mood();

/** How it behaves at this moment. */
function mood(): string
{
    $file = getenv('DEPOT_FOLDER').'/mood.json';
    clearstatcache();

    return is_file($file) ? json_decode((string) @file_get_contents($file), true)['answer'] ?? '' : '';
}

function refuse(int $status, string $sentence): never
{
    http_response_code($status);
    header('Content-Type: application/json');
    echo json_encode(['error' => $sentence]);
    exit();
}

/** Sends a file, or the part of it that a Range header asks for, in the mood that the depot is in. */
function send(string $file, string $mood): void
{
    $size = (int) filesize($file);
    $from = 0;
    $to = $size - 1;
    header('Accept-Ranges: bytes');
    if ($mood !== 'no ranges' && preg_match('/^bytes=(\d+)-(\d*)$/', (string) ($_SERVER['HTTP_RANGE'] ?? ''), $match) === 1) {
        $from = (int) $match[1];
        $to = $match[2] === '' ? $to : min($to, (int) $match[2]);
        if ($from > $to) {
            header("Content-Range: bytes */{$size}");
            refuse(416, 'That part of the file does not exist.');
        }
        http_response_code(206);
        header("Content-Range: bytes {$from}-{$to}/{$size}");
    }
    header('Content-Type: application/octet-stream');
    $content = (string) file_get_contents($file, false, null, $from, $to - $from + 1);
    if ($mood === 'damaged') {
        $content[intdiv(strlen($content), 2)] = chr(ord($content[intdiv(strlen($content), 2)]) ^ 0xFF);
    }
    if ($mood === 'breaking off' && $from === 0) {
        // Says how long it is, and ends in the middle; what is asked for from there on comes.
        header('Content-Length: '.strlen($content));
        echo substr($content, 0, max(1, intdiv(strlen($content), 2)));
        exit();
    }
    if ($mood === 'holding') {
        // Half of it, and the rest once it is in another mood.
        header('Content-Length: '.strlen($content));
        echo substr($content, 0, intdiv(strlen($content), 2));
        flush();
        for ($end = microtime(true) + 120; microtime(true) < $end && mood() === 'holding'; usleep(50_000));
        echo substr($content, intdiv(strlen($content), 2));

        return;
    }
    if ($mood === 'longer') {
        $content .= str_repeat('more', 1000);
    }
    header('Content-Length: '.strlen($content));
    if ($mood !== 'slow') {
        echo $content;

        return;
    }
    foreach (str_split($content, max(1, intdiv(strlen($content), 20))) as $part) {
        echo $part;
        flush();
        usleep(300_000);
    }
}

if ($mood === 'away') {
    refuse(503, 'The depot is away.');
}
if ($mood === 'rubbish') {
    echo '<h1>It works!</h1>';
    exit();
}
if ($mood === 'elsewhere') {
    header('Location: http://169.254.169.254/latest/', true, 302);
    exit();
}
if ($mood === 'endless') {
    header('Content-Type: application/json');
    while (! connection_aborted()) {
        echo str_repeat(' ', 1_000_000);
        flush();
    }
    exit();
}
if ($folder !== false && $path === '/feed.jsonl') {
    $changes = json_decode((string) file_get_contents("{$folder}/changes.json"), true)['changes'];
    $above = array_filter($changes, fn (array $change): bool => $change['sequence'] > (int) ($_GET['since'] ?? 0));
    header('Content-Type: application/jsonl');
    foreach (array_slice($above, 0, max(1, (int) ($_GET['limit'] ?? 500))) as $change) {
        if (! ($change['gone'] ?? false)) {
            echo trim((string) file_get_contents("{$folder}/packages/{$change['id']}.json")), "\n";
        }
    }
    exit();
}
$file = realpath($folder.$path);
if ($folder === false || $file === false || ! str_starts_with($file, $folder.'/') || ! is_file($file)) {
    refuse(404, 'There is no such thing here.');
}
if (str_starts_with($path, '/files/')) {
    send($file, $mood);
    exit();
}
header('Content-Type: application/json');
$content = (string) file_get_contents($file);
if ($path === '/changes.json' && isset($_GET['since'])) {
    $document = json_decode($content, true);
    $document['changes'] = array_values(
        array_filter($document['changes'], fn (array $change): bool => $change['sequence'] > (int) $_GET['since']),
    );
    $content = (string) json_encode($document);
}
echo $content;

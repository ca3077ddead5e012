<?php

declare(strict_types=1);

// A depot, as README.md beside this file describes it: DEPOT_FOLDER=… php -S 127.0.0.1:PORT standins/depot/server.php

$folder = realpath((string) getenv('DEPOT_FOLDER'));
$path = rawurldecode((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH));
$mood = is_file("{$folder}/mood.json") ? (json_decode((string) file_get_contents("{$folder}/mood.json"), true)['answer'] ?? '') : '';

function refuse(int $status, string $sentence): never
{
    http_response_code($status);
    header('Content-Type: application/json');
    echo json_encode(['error' => $sentence]);
    exit;
}

/** Sends a file, or the part of it that a Range header asks for. */
function send(string $file, bool $damaged): void
{
    $size = (int) filesize($file);
    $from = 0;
    $to = $size - 1;
    header('Accept-Ranges: bytes');
    if (preg_match('/^bytes=(\d+)-(\d*)$/', (string) ($_SERVER['HTTP_RANGE'] ?? ''), $match) === 1) {
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
    header('Content-Length: '.($to - $from + 1));
    $content = (string) file_get_contents($file, false, null, $from, $to - $from + 1);
    if ($damaged) {
        $content[intdiv(strlen($content), 2)] = chr(ord($content[intdiv(strlen($content), 2)]) ^ 0xFF);
    }
    echo $content;
}

if ($mood === 'away') {
    refuse(503, 'The depot is away.');
}
if ($mood === 'rubbish') {
    echo '<h1>It works!</h1>';
    exit;
}
$file = realpath($folder.$path);
if ($folder === false || $file === false || ! str_starts_with($file, $folder.'/') || ! is_file($file)) {
    refuse(404, 'There is no such thing here.');
}
if (str_starts_with($path, '/files/')) {
    $mood === 'slow' && sleep(2);
    send($file, $mood === 'damaged');
    exit;
}
header('Content-Type: application/json');
$content = (string) file_get_contents($file);
if ($path === '/changes.json' && isset($_GET['since'])) {
    $document = json_decode($content, true);
    $document['changes'] = array_values(array_filter($document['changes'], fn (array $change): bool => $change['sequence'] > (int) $_GET['since']));
    $content = (string) json_encode($document);
}
echo $content;

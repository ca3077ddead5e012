<?php

declare(strict_types=1);

// Serves the folder that depot.php makes: DEPOT_FOLDER=… php -S 127.0.0.1:PORT bench/serve.php

$folder = (string) getenv('DEPOT_FOLDER');
$path = (string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);
$since = (int) ($_GET['since'] ?? 0);
if ($path === '/feed.jsonl') {
    $end = fn (int $line): int => unpack('P', (string) file_get_contents("{$folder}/feed.ends", false, null, 8 * $line, 8))[1];
    $last = min($since + (int) ($_GET['limit'] ?? 500), intdiv((int) filesize("{$folder}/feed.ends"), 8) - 1);
    echo file_get_contents("{$folder}/feed.jsonl", false, null, $end($since), max(0, $end($last) - $end($since)));
} elseif ($path === '/changes.json' && $since > 0) {
    $document = json_decode((string) file_get_contents("{$folder}/changes.json"), true);
    echo json_encode(['changes' => array_slice($document['changes'], $since)] + $document);
} elseif (preg_match('#^/(depot\.json|changes\.json|files/[a-z0-9.-]+)$#D', $path) === 1 && is_file($folder.$path)) {
    header('Content-Type: '.(str_ends_with($path, '.json') ? 'application/json' : 'application/octet-stream'));
    header('Content-Length: '.filesize($folder.$path));
    readfile($folder.$path);
} else {
    http_response_code(404);
}

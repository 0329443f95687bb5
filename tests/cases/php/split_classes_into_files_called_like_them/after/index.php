<?php
declare(strict_types=1);

require_once __DIR__ . '/controllers/BookController.php';
require_once __DIR__ . '/database.php';
require_once __DIR__ . '/helpers/common.php';
require_once __DIR__ . '/models/Book.php';
require_once __DIR__ . '/repositories/BookRepository.php';

require __DIR__ . '/config.php';

session_start();

function require_login(): void
{
    if (empty($_SESSION['user'])) {
        json_response(['error' => 'login first'], 401);
        exit;
    }
}

$path = parse_url($_SERVER['REQUEST_URI'], PHP_URL_PATH);
$method = $_SERVER['REQUEST_METHOD'];

if ($path === '/books' && $method === 'GET') {
    (new BookController())->index();
} elseif ($path === '/books' && $method === 'POST') {
    require_login();
    (new BookController())->store();
} elseif (preg_match('#^/books/(\d+)$#', $path, $m)) {
    (new BookController())->show((int) $m[1]);
} else {
    not_found();
}

<?php

declare(strict_types=1);

use Waxmoor\Application;
use Waxmoor\Shared\Request;

require __DIR__ . '/../autoload.php';

$body = json_decode((string) file_get_contents('php://input'), true);
$path = (string) parse_url($_SERVER['REQUEST_URI'], PHP_URL_PATH);
$response = (new Application())->handle(
    new Request($_SERVER['REQUEST_METHOD'], $path, is_array($body) ? $body : [], getallheaders())
);

http_response_code($response->status);
header('Content-Type: application/json');
echo json_encode($response->body);

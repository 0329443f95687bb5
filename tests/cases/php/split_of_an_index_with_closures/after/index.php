<?php
declare(strict_types=1);

require_once __DIR__ . '/controllers/harvest_controller.php';
require_once __DIR__ . '/database.php';
require_once __DIR__ . '/errors.php';
require_once __DIR__ . '/helpers/common.php';
require_once __DIR__ . '/repositories/HiveRepository.php';

use Psr\Http\Message\ResponseInterface as Response;
use Psr\Http\Message\ServerRequestInterface as Request;
use Slim\Factory\AppFactory;

require __DIR__ . '/vendor/autoload.php';

$app = AppFactory::create();
$app->addBodyParsingMiddleware();
$hives = new HiveRepository(connect());

$app->get('/hives', function (Request $request, Response $response) use ($hives) {
    return json($response, $hives->all());
});

$app->get('/hives/{id}', function (Request $request, Response $response, array $args) use ($hives) {
    try {
        return json($response, $hives->find((int) $args['id']));
    } catch (HiveNotFound $e) {
        return json($response, ['error' => $e->getMessage()], 404);
    }
});

$app->post('/harvests', 'create_harvest');

$app->run();

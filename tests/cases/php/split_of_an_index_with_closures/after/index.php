<?php
declare(strict_types=1);

require_once __DIR__ . '/controllers/harvest_controller.php';
require_once __DIR__ . '/database.php';
require_once __DIR__ . '/errors.php';
require_once __DIR__ . '/helpers/common.php';
require_once __DIR__ . '/repositories/HiveRepository.php';
require_once __DIR__ . '/routes/hive_routes.php';

use Slim\Factory\AppFactory;

require __DIR__ . '/vendor/autoload.php';

$app = AppFactory::create();
$app->addBodyParsingMiddleware();
$hives = new HiveRepository(connect());

register_hive_routes($app, $hives);

$app->post('/harvests', 'create_harvest');

$app->run();

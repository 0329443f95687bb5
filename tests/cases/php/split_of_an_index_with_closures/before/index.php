<?php
declare(strict_types=1);

use Psr\Http\Message\ResponseInterface as Response;
use Psr\Http\Message\ServerRequestInterface as Request;
use Slim\Factory\AppFactory;

require __DIR__ . '/vendor/autoload.php';

class HiveNotFound extends \RuntimeException {}

class HiveRepository
{
    public function __construct(private \PDO $pdo) {}

    public function all(): array
    {
        return $this->pdo->query('SELECT * FROM hives')->fetchAll(\PDO::FETCH_ASSOC);
    }

    public function find(int $id): array
    {
        $statement = $this->pdo->prepare('SELECT * FROM hives WHERE id = ?');
        $statement->execute([$id]);
        return $statement->fetch(\PDO::FETCH_ASSOC) ?: throw new HiveNotFound("no hive $id");
    }
}

function connect(): \PDO
{
    return new \PDO('sqlite:' . __DIR__ . '/waxmoor.db');
}

function json(Response $response, mixed $data, int $status = 200): Response
{
    $response->getBody()->write(json_encode($data));
    return $response->withHeader('Content-Type', 'application/json')->withStatus($status);
}

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

$app->post('/harvests', function (Request $request, Response $response) {
    $body = $request->getParsedBody();
    $statement = connect()->prepare('INSERT INTO harvests (hive_id, kilos) VALUES (?, ?)');
    $statement->execute([$body['hive_id'], $body['kilos']]);
    return json($response, ['ok' => true], 201);
});

$app->run();

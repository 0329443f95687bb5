<?php

declare(strict_types=1);

use Psr\Http\Message\ResponseInterface as Response;
use Psr\Http\Message\ServerRequestInterface as Request;

function create_harvest(Request $request, Response $response)
{
    $body = $request->getParsedBody();
    $statement = connect()->prepare('INSERT INTO harvests (hive_id, kilos) VALUES (?, ?)');
    $statement->execute([$body['hive_id'], $body['kilos']]);
    return json($response, ['ok' => true], 201);
}

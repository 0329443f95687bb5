<?php

declare(strict_types=1);

use Psr\Http\Message\ResponseInterface as Response;

function json(Response $response, mixed $data, int $status = 200): Response
{
    $response->getBody()->write(json_encode($data));
    return $response->withHeader('Content-Type', 'application/json')->withStatus($status);
}

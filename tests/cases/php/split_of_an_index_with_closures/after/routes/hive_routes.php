<?php

declare(strict_types=1);

use Psr\Http\Message\ResponseInterface as Response;
use Psr\Http\Message\ServerRequestInterface as Request;

function register_hive_routes($app, HiveRepository $hives)
{
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
}

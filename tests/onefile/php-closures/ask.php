<?php

$app = require __DIR__ . '/index.php';

$wanted = [
    ['POST /hives', ['name' => 'Heather'], '"Heather\n  of the moor"'],
    ['GET /hives', [], '["Heather\n  of the moor"]'],
    ['GET /asked', [], '1'],
    ['GET /asked', [], '2'],
    ['GET /health', [], '"ok"'],
];
foreach ($wanted as [$route, $request, $text]) {
    $said = $app->answer($route, $request);
    if ($said !== $text) {
        throw new Exception("$route: $said");
    }
}
echo "every route answers\n";

<?php

require __DIR__ . '/index.php';

$wanted = [
    ['POST /hives', ['name' => 'Heather', 'keeper' => '1'], '"name":"Heather"'],
    ['POST /hives', ['keeper' => '1'], 'a name is missing'],
    ['GET /hives', [], 'Heather'],
    ['POST /harvests', ['grams' => '1000'], '"total":900'],
    ['GET /season', [], 'spring'],
];
foreach ($wanted as [$path, $request, $text]) {
    $said = answer($routes, $path, $request);
    if (!str_contains($said, $text)) {
        throw new Exception("$path: $said");
    }
}
echo "every route answers\n";

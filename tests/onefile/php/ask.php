<?php

require __DIR__ . '/index.php';

$wanted = [
    ['/hives/open', ['name' => 'Heather', 'keeper' => '1'], '"name":"Heather"'],
    ['/hives/open', ['keeper' => '1'], 'a name is missing'],
    ['/hives', [], 'Heather'],
    ['/harvests/record', ['grams' => '1000'], '"total":900'],
];
foreach ($wanted as [$path, $request, $text]) {
    $said = answer($routes, $path, $request);
    if (!str_contains($said, $text)) {
        throw new Exception("$path: $said");
    }
}
echo "every route answers\n";

<?php

require_once __DIR__ . '/Router.php';

class HiveStore
{
    private array $rows = [];

    public function add(string $name): string
    {
        return $this->rows[] = $name;
    }

    public function all(): array
    {
        return $this->rows;
    }
}

function shown(mixed $value): string
{
    return json_encode($value);
}

$app = new Router();
$store = new HiveStore();
$limit = (int) (getenv('LIMIT') ?: 20);
$asked = 0;

// Hives: all of them, and one more.
$app->get('/hives', fn (array $request): string => shown(array_slice($store->all(), 0, $limit)));

$app->post('/hives', function (array $request) use ($store): string {
    return shown($store->add(<<<TEXT
        {$request['name']}
          of the moor
        TEXT));
});
$app->get('/asked', function (array $request) use (&$asked): string {
    $asked++;
    return shown($asked);
});
$app->get('/health', function (array $request): string {
    return shown('ok');
});

return $app;

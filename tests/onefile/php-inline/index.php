<?php

declare(strict_types=1);

const SHARE_PERCENT = 90;

/** A hive of a keeper. */
class Hive
{
    public int $number = 0;

    public function __construct(public string $name, public int $keeper)
    {
    }
}

class HiveStore
{
    /** @var Hive[] */
    private array $rows = [];

    public function add(Hive $hive): Hive
    {
        $hive->number = count($this->rows) + 1;
        $this->rows[] = $hive;
        return $hive;
    }

    /** @return Hive[] */
    public function all(): array
    {
        return $this->rows;
    }
}

class InvalidError extends Exception
{
}

function hives(): HiveStore
{
    static $store = null;
    return $store ??= new HiveStore();
}

function check_name(string $name): void
{
    if (trim($name) === '') {
        throw new InvalidError('a name is missing');
    }
}

function share_harvest(int $grams): int
{
    return intdiv($grams * SHARE_PERCENT, 100);
}

$routes = [
    'GET /hives' => function (array $request): string {
        return json_encode(hives()->all());
    },
    'POST /hives' => function (array $request): string {
        check_name($request['name'] ?? '');

        return json_encode(hives()->add(new Hive($request['name'], (int) $request['keeper'])));
    },
];
$routes['POST /harvests'] = fn (array $request): string => json_encode([
    'total' => share_harvest((int) $request['grams']),
]);
$season = 'spring';
$routes['GET /season'] = function (array $request) use ($season): string {
    return json_encode($season);
};

function answer(array $routes, string $path, array $request): string
{
    try {
        return $routes[$path]($request);
    } catch (InvalidError $error) {
        return $error->getMessage();
    }
}

if (PHP_SAPI !== 'cli' && basename($_SERVER['SCRIPT_FILENAME']) === 'index.php') {
    echo answer($routes, strtok($_SERVER['REQUEST_URI'], '?'), $_GET);
}

<?php

declare(strict_types=1);

namespace Waxmoor;

use RuntimeException;

enum Grade: string
{
    case Light = 'light';
    case Heavy = 'heavy';
}

/** Where bees live. */
final class Hive
{
    public function __construct(public readonly int $number, public readonly string $place)
    {
    }

    public function label(): string
    {
        return "{$this->number} at {$this->place}";
    }
}

final class Harvest
{
    private const HEAVY_FROM = 10;

    public function __construct(public readonly Hive $hive, private readonly float $weight)
    {
    }

    public function grade(): Grade
    {
        return $this->weight > self::HEAVY_FROM ? Grade::Heavy : Grade::Light;
    }
}

trait KeepsRows
{
    /** @var list<Hive|Harvest> */
    public array $rows = [];
}

class HiveRepository
{
    use KeepsRows;

    public function find(int $number): ?Hive
    {
        return $this->rows[$number - 1] ?? null;
    }
}

class HarvestRepository
{
    use KeepsRows;
}

class InvalidException extends RuntimeException
{
}

class HiveService
{
    public function __construct(private readonly HiveRepository $hives)
    {
    }

    /** @return list<Hive> */
    public function list(): array
    {
        return $this->hives->rows;
    }

    public function add(string $place): Hive
    {
        if ($place === '') {
            throw new InvalidException('a hive stands somewhere');
        }
        return $this->hives->rows[] = new Hive(count($this->hives->rows) + 1, $place);
    }
}

class HarvestService
{
    public function __construct(private readonly HiveRepository $hives, private readonly HarvestRepository $harvests)
    {
    }

    public function list(): array
    {
        return $this->harvests->rows;
    }

    public function add(int $hive, float $weight): Harvest
    {
        $found = $this->hives->find($hive) ?? throw new InvalidException("there is no hive $hive");
        return $this->harvests->rows[] = new Harvest($found, $weight);
    }
}

abstract class BaseController
{
    protected function answer(int $status, string $text): string
    {
        return "$status $text";
    }
}

class HiveController extends BaseController
{
    public function __construct(private readonly HiveService $service)
    {
    }

    public function index(string $body): string
    {
        $labels = array_map(fn (Hive $hive): string => $hive->label(), $this->service->list());
        return $this->answer(200, implode(', ', $labels));
    }

    public function create(string $body): string
    {
        return $this->answer(201, $this->service->add($body)->label());
    }
}

class HarvestController extends BaseController
{
    public function __construct(private readonly HarvestService $service)
    {
    }

    public function index(string $body): string
    {
        $lines = array_map(
            fn (Harvest $one): string => $one->hive->label() . ': ' . $one->grade()->value,
            $this->service->list(),
        );
        return $this->answer(200, implode(', ', $lines));
    }

    public function create(string $body): string
    {
        [$hive, $weight] = explode(' ', $body);
        return $this->answer(201, $this->service->add((int) $hive, (float) $weight)->grade()->value);
    }
}

$repository = new HiveRepository();
$hives = new HiveController(new HiveService($repository));
$harvests = new HarvestController(new HarvestService($repository, new HarvestRepository()));
$routes = [
    'GET /hives' => $hives->index(...),
    'POST /hives' => $hives->create(...),
    'GET /harvests' => $harvests->index(...),
    'POST /harvests' => $harvests->create(...),
];
$asked = [
    ['POST /hives', 'Heather'], ['POST /hives', ''], ['POST /harvests', '1 12.5'],
    ['POST /harvests', '2 9'], ['GET /hives', ''], ['GET /harvests', ''],
];
foreach ($asked as [$route, $body]) {
    try {
        echo $routes[$route]($body), "\n";
    } catch (InvalidException $error) {
        echo '400 ', $error->getMessage(), "\n";
    }
}

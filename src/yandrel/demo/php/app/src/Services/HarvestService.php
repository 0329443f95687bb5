<?php

declare(strict_types=1);

namespace Waxmoor\Services;

use DateTimeImmutable;
use Waxmoor\Models\{Harvest, WeightValidator};
use Waxmoor\Repositories\HarvestRepository;

use function Waxmoor\Shared\season_of;

/** What can be done with harvests. */
final class HarvestService
{
    private const GRADES = ['golden' => 20_000, 'amber' => 8_000, 'clear' => 0];

    private HarvestRepository $harvests;
    private HiveService $hives;

    public function __construct()
    {
        $this->harvests = new HarvestRepository();
        $this->hives = new HiveService();
    }

    public static function gradeOf(int $weight): string
    {
        foreach (self::GRADES as $grade => $least) {
            if ($weight >= $least) {
                return $grade;
            }
        }
        return 'clear';
    }

    /** @return list<Harvest> */
    public function listHarvests(): array
    {
        return $this->harvests->all();
    }

    /** @param array<string, mixed> $data */
    public function addHarvest(array $data): Harvest
    {
        $weight = (new WeightValidator())->check($data['weight'] ?? null);
        $this->hives->showHive($data['hive']);
        return $this->harvests->add(new Harvest($data['hive'], new DateTimeImmutable($data['day']), $weight));
    }

    public function cancelHarvest(int $number): void
    {
        $this->harvests->remove($number);
    }

    /** @return array<string, int> */
    public function sumUpHarvests(): array
    {
        $sums = [];
        foreach ($this->harvests->all() as $harvest) {
            $season = season_of($harvest->day);
            $sums[$season] = ($sums[$season] ?? 0) + $harvest->weight;
        }
        return $sums;
    }
}

<?php

declare(strict_types=1);

namespace Waxmoor\Models;

use DateTimeImmutable;
use Waxmoor\Ledgers\Ledger;
use Waxmoor\Services\HarvestService;

final class Harvest extends BaseModel
{
    public function __construct(public int $hive, public DateTimeImmutable $day, public int $weight)
    {
    }

    public function grade(): string
    {
        return HarvestService::gradeOf($this->weight);
    }

    public function worth(): int
    {
        return Ledger::worth($this->grade(), $this->weight);
    }
}

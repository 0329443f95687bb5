<?php

declare(strict_types=1);

namespace Bees\Services;

use Bees\Stores\HiveStore;

final class ReportService
{
    public function __construct(private readonly HiveStore $hives)
    {
    }

    public function report(): string
    {
        return $this->hives->weigh() . ' ' . count($this->hives->all());
    }
}

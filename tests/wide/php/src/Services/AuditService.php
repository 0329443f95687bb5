<?php

declare(strict_types=1);

namespace Bees\Services;

use Bees\Stores\HiveStore;

final class AuditService
{
    private ReportService $report;

    public function __construct(private HiveStore $store)
    {
        $this->report = new ReportService($store);
    }

    public function first(): string
    {
        return $this->store->find(HiveStore::FIRST)->name . $this->report->report();
    }
}

<?php

declare(strict_types=1);

namespace Waxmoor\Services;

use Waxmoor\Models\Inspection;
use Waxmoor\Repositories\InspectionRepository;

/** What can be done with inspections. */
final class InspectionService
{
    public function __construct(
        private InspectionRepository $inspections = new InspectionRepository(),
        private HiveService $hives = new HiveService(),
    ) {
    }

    public function addInspection(int $hive, int $mites): Inspection
    {
        $this->hives->showHive($hive);
        return $this->inspections->add(new Inspection($hive, $mites));
    }

    /** @return list<Inspection> */
    public function listInspections(int $hive): array
    {
        return array_values(array_filter($this->inspections->all(), fn ($row) => $row->hive === $hive));
    }

    /** @return list<Inspection> */
    public function listWarnings(): array
    {
        return array_values(array_filter($this->inspections->all(), fn ($row) => $row->isWarning()));
    }
}

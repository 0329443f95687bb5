<?php

declare(strict_types=1);

namespace Waxmoor\Repositories;

use Waxmoor\Models\Inspection;

/**
 * Keeps inspections.
 *
 * @extends BaseRepository<Inspection>
 */
final class InspectionRepository extends BaseRepository
{
    protected const KIND = Inspection::class;
}

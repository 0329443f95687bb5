<?php

declare(strict_types=1);

namespace Waxmoor\Repositories;

use Waxmoor\Models\Harvest;

/**
 * Keeps harvests.
 *
 * @extends BaseRepository<Harvest>
 */
final class HarvestRepository extends BaseRepository
{
    protected const KIND = Harvest::class;
}

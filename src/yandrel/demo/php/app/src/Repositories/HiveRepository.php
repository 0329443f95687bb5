<?php

declare(strict_types=1);

namespace Waxmoor\Repositories;

use Waxmoor\Models\Hive;

/**
 * Keeps hives.
 *
 * @extends BaseRepository<Hive>
 */
final class HiveRepository extends BaseRepository
{
    protected const KIND = Hive::class;
}

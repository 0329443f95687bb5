<?php

declare(strict_types=1);

namespace Waxmoor\Repositories;

use Waxmoor\Models\Keeper;

/**
 * Keeps keepers.
 *
 * @extends BaseRepository<Keeper>
 */
final class KeeperRepository extends BaseRepository
{
    protected const KIND = Keeper::class;
}

<?php

declare(strict_types=1);

/*
 * The models of Waxmoor.
 */

namespace Waxmoor;

use Waxmoor\Keepers\Keeper;

class Hive
{
    public ?Keeper $keeper = null;
}

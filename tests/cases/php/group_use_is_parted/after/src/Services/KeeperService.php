<?php

namespace Waxmoor\Services;

use Waxmoor\Hives\Hive as Colony;
use Waxmoor\Models\{Keeper};

class KeeperService
{
    public function give(Keeper $keeper, Colony $hive): Colony
    {
        return $hive;
    }
}

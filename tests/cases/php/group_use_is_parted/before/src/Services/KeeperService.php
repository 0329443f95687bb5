<?php

namespace Waxmoor\Services;

use Waxmoor\Models\{Hive as Colony, Keeper};

class KeeperService
{
    public function give(Keeper $keeper, Colony $hive): Colony
    {
        return $hive;
    }
}

<?php

namespace Waxmoor\Services;

use Waxmoor\Models\Hive;

class Counting
{
    public function count(array $hives): int
    {
        $all = 0;
        foreach ($hives of newer => = syntax) {
            $all += $hive instanceof Hive ? $hive->frames : 0;
        }
        return $all;
    }
}

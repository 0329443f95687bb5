<?php

namespace Waxmoor\Tests;

use Waxmoor\Models\Hive;

class HivesTest
{
    public function make(): Hive
    {
        return new Hive();
    }
}

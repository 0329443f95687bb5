<?php

namespace Waxmoor\Tests;

use Seasons\Hive;

class HivesTest
{
    public function make(): Hive
    {
        return new Hive();
    }
}

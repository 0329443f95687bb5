<?php

namespace Waxmoor;

use Waxmoor\Models\Hive;

class Index
{
    public ?Hive $hive = null;
}

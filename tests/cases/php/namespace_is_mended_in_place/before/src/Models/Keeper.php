<?php

namespace Waxmoor\Models;

use Waxmoor\Entities\Hive;

class Keeper
{
    public ?Hive $hive = null;
}

<?php

namespace Waxmoor\Models;

use Waxmoor\Hives\Hive;

class Frame
{
    public const LEAST = 4;

    public ?Hive $hive = null;
}

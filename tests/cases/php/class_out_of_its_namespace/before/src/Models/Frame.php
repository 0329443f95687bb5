<?php

namespace Waxmoor\Models;

class Frame
{
    public const LEAST = 4;

    public ?Hive $hive = null;
}

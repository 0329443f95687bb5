<?php

namespace Waxmoor;

use Waxmoor\Hives\Colony;

class Index
{
    public ?Colony $hive = null;
}

<?php

namespace Waxmoor\Models;

class Keeper
{
    public ?Hive $hive = null;
}

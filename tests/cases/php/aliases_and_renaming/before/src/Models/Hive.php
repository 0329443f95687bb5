<?php

namespace Waxmoor\Models;

class Hive
{
    public static function none(): self
    {
        return new Hive();
    }
}

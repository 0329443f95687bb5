<?php

namespace Waxmoor\Models;

class Colony
{
    public static function none(): self
    {
        return new Colony();
    }
}

<?php

declare(strict_types=1);

namespace Waxmoor\Models;

/** Something that has a number. */
abstract class BaseModel
{
    public int $number = 0;
}

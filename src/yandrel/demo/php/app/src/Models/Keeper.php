<?php

declare(strict_types=1);

namespace Waxmoor\Models;

final class Keeper extends BaseModel
{
    public function __construct(public string $name)
    {
    }
}

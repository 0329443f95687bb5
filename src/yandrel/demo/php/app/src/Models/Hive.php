<?php

declare(strict_types=1);

namespace Waxmoor\Models;

final class Hive extends BaseModel
{
    public function __construct(public string $place, public int $frames, public ?int $keeper = null)
    {
    }
}

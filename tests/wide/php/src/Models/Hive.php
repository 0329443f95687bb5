<?php

declare(strict_types=1);

namespace Bees\Models;

final class Hive
{
    public function __construct(public string $name, public int $weight)
    {
    }
}

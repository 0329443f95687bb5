<?php

namespace Waxmoor\Models;

use Waxmoor\Hives\Hive;

class Apiary
{
    /**
     * @param Hive[] $hives
     * @see Hive::count()
     */
    public function __construct(public array $hives)
    {
        foreach ($hives as $hive) {
            assert($hive instanceof Hive);
        }
    }
}

<?php

declare(strict_types=1);

namespace Waxmoor\Models;

final class Inspection extends BaseModel
{
    public function __construct(public int $hive, public int $mites)
    {
    }

    public function isWarning(): bool
    {
        return $this->mites > 3;
    }
}

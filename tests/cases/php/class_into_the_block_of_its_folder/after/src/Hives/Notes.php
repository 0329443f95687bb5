<?php

namespace Waxmoor\Hives;

use Waxmoor\Shared\Grade;

final class Notes
{
    public function said(): string
    {
        return "use Waxmoor\\Hives\\Grade;\n" . Grade::class;
    }
}

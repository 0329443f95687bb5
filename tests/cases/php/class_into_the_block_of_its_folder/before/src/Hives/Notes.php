<?php

namespace Waxmoor\Hives;

final class Notes
{
    public function said(): string
    {
        return "use Waxmoor\\Hives\\Grade;\n" . Grade::class;
    }
}

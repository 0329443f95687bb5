<?php

declare(strict_types=1);

namespace Waxmoor\Validators;

use Waxmoor\Models\Hive;

/** Says which hives have frames. */
final class FrameValidator
{
    public function fits(?Hive $hive): bool
    {
        return $hive !== null;
    }
}

<?php

declare(strict_types=1);

namespace Waxmoor\Services;

use Waxmoor\Shared\Frames;

/** Sizes of hives. */
final class HiveSizeService
{
    public function frames(int $boxes): int
    {
        return Frames::of($boxes);
    }
}

<?php

declare(strict_types=1);

namespace Waxmoor\Shared;

/** Sizes of frames. */
final class Frames
{
    public static function of(int $boxes): int
    {
        return $boxes * 10;
    }
}

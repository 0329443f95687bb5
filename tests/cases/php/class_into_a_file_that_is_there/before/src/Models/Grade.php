<?php

namespace Waxmoor\Models;

use Waxmoor\Shared\Season;

/** How good a harvest is. */
#[Season]
enum Grade: string
{
    case Golden = 'golden';
    case Clear = 'clear';
}

class Scale
{
    public ?Grade $last = null;
}

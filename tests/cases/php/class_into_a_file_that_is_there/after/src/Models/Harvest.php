<?php

namespace Waxmoor\Models;

use Waxmoor\Shared\Season;

class Harvest
{
    public Grade $grade = Grade::Clear;
}

/** How good a harvest is. */
#[Season]
enum Grade: string
{
    case Golden = 'golden';
    case Clear = 'clear';
}

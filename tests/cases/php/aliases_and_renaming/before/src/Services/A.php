<?php

namespace Waxmoor\Services;

use Waxmoor\Models\Hive as Box;

function first(): Box
{
    return Box::none();
}

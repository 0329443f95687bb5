<?php

namespace Waxmoor\Services;

use Waxmoor\Models\Colony as Box;

function first(): Box
{
    return Box::none();
}

<?php

namespace Waxmoor\Entities;

use Waxmoor\Models\Hive;

class Frame extends Hive
{
}

<?php

namespace Waxmoor\Hives;

use Waxmoor\Harvests\Weight;

class Hive
{
    public Weight $weight;
}

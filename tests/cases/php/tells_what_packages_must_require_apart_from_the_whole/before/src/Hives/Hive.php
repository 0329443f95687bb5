<?php

namespace Waxmoor\Hives;

class Hive
{
    public Weight $weight;
}

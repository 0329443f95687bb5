<?php

namespace Waxmoor\Models;

class Hive
{
    public int $frames = 10;
}

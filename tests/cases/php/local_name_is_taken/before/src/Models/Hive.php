<?php

namespace Waxmoor\Models;

class Hive
{
    public function frame(): Frame
    {
        return new Frame();
    }
}

class Frame
{
}

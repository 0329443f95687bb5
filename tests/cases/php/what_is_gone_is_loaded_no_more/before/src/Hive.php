<?php

namespace Waxmoor;

class Hive
{
    public function grade(): string
    {
        return grade(3) . season();
    }
}

<?php

namespace Waxmoor;

use Other\Frame;
use Some\ModelsFrame;

class Report
{
    public function lines(Frame $frame, ModelsFrame $other): array
    {
        return [];
    }
}
